import { createDocument, type Editor } from '@tiptap/core';
import { fromMarkdown } from '$core/pages/markdown';
import { readBack, withRead } from '$core/pages/read-back';
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
  const prompts = promptsOf(copy);
  const labels = new Map(prompts.map(({ id, label }) => [id, label]));
  const read = readBack(copy, brought);
  const { answers, unclear } = read;
  const replaced = prompts.filter(({ id, answered }) => answered && answers.has(id)).length;
  if (answers.size > 0) editor.commands.setContent(withRead(copy, read));
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
