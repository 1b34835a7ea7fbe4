/**
 * A mail's plain text as HTML with the same words: paragraphs where an empty line stands, lines as they are, and addresses
 * that can be followed. Nothing in the text can become markup.
 *
 * @param text lines end with a line feed
 * @returns a whole HTML document
 */
export function mailHtml(text: string, subject: string): string {
  const paragraphs = text
    .trim()
    .split(/\n{2,}/)
    .map((paragraph) => `<p>${paragraph.split('\n').map(linked).join('<br>\n')}</p>`);
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>${escaped(subject)}</title></head>
<body style="font: 16px/1.5 sans-serif; max-width: 40em">
${paragraphs.join('\n')}
</body></html>
`;
}

/** An address ends where a space does; a full stop or comma after it belongs to the sentence. */
const ADDRESS = /(https?:\/\/[^\s<>"]+[^\s<>".,;:!?)’”])/;

const linked = (line: string) =>
  line
    .split(ADDRESS)
    .map((part, index) => (index % 2 === 1 ? `<a href="${escaped(part)}">${escaped(part)}</a>` : escaped(part)))
    .join('');

const ENTITIES: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' };
const escaped = (text: string) => text.replace(/[&<>"']/g, (found) => ENTITIES[found] ?? found);
