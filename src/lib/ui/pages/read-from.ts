import { createDocument, type Editor } from '@tiptap/core';
import { Fragment } from '@tiptap/pm/model';
import { fromMarkdown } from '$core/pages/markdown';
import { readBack } from '$core/pages/read-back';
import { promptsOf } from '$core/pages/starter';
import type { Sent } from '$ui/forms/send-to';
import { sendText } from './send';

/**
 * Reads what a file answers that was made from the same starter into the places of this copy. It can be undone as one step.
 *
 * @param address where the page is kept
 * @returns in words what became of it
 */
export async function readFrom(editor: Editor, address: string, file: File): Promise<Sent<{ words: string }>> {
  const sent = await sendText(address, file);
  if (!sent.ok) return sent;
  const { html, markdown } = sent.text;
  const brought = markdown === null ? createDocument(html ?? '', editor.schema).toJSON() : fromMarkdown(markdown);
  const copy = editor.getJSON();
  const labels = new Map(promptsOf(copy).map(({ id, label }) => [id, label]));
  const { answers, unclear } = readBack(copy, brought);
  const { tr, doc } = editor.state;
  let replaced = 0;
  // From the last one to the first, so that no place moves before it is filled.
  const places: Array<{ at: number; size: number; id: string }> = [];
  doc.descendants((node, at) => {
    const id = String(node.attrs.id ?? '');
    if (answers.has(id)) places.push({ at, size: node.nodeSize, id });
    return !answers.has(id);
  });
  for (const { at, size, id } of places.reverse()) {
    const answer = answers.get(id);
    if (!answer) continue;
    if (promptsOf(copy).find((one) => one.id === id)?.answered) replaced++;
    if ('chosen' in answer) tr.setNodeAttribute(at, 'chosen', answer.chosen);
    else tr.replaceWith(at + 1, at + size - 1, Fragment.fromJSON(editor.schema, answer.content));
  }
  if (tr.docChanged) editor.view.dispatch(tr);
  const open = unclear.map((id) => labels.get(id)).filter(Boolean);
  const words = [
    answers.size === 0
      ? `No answer could be told apart in ${file.name}.`
      : `${answers.size} of ${labels.size} answers were read from ${file.name}.`,
    ...(replaced > 0
      ? [`${replaced} that stood here ${replaced === 1 ? 'was' : 'were'} replaced; Undo brings them back.`]
      : []),
    ...(open.length > 0 ? [`Look at these yourself: ${open.slice(0, 5).join(' · ')}.`] : [])
  ].join(' ');
  return { ok: true, words };
}
