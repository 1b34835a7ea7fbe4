/** A brief as students will read it, from the server's one sanitiser. */
export async function previewBrief(markdown: string): Promise<string> {
  const answer = await fetch('/briefs/preview', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ markdown })
  });
  if (!answer.ok) throw new Error('The preview was not answered.');
  return ((await answer.json()) as { html: string }).html;
}
