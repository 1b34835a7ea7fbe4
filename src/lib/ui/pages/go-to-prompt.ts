import type { Editor } from '@tiptap/core';
import type { Node } from '@tiptap/pm/model';
import { isPrompt } from '$core/pages/walk';

/** Goes to where something is asked, so that it can be answered at once. @returns whether it is there */
export const goToPrompt = (editor: Editor, id: string): boolean =>
  goTo(editor, ({ attrs, type }) => attrs.id === id && isPrompt({ type: type.name }));

/** Goes to the first answer that has lost its question and of which nobody has chosen what becomes of it. */
export const goToLapsed = (editor: Editor): boolean =>
  goTo(editor, ({ attrs, type }) => type.name === 'lapsed' && attrs.stays !== true);

function goTo(editor: Editor, is: (node: Node) => boolean): boolean {
  let at = -1;
  editor.state.doc.descendants((node, pos) => {
    if (at < 0 && is(node)) at = pos;
  });
  const dom = at < 0 ? null : editor.view.nodeDOM(at);
  if (!(dom instanceof HTMLElement)) return false;
  dom.scrollIntoView({ block: 'center' });
  const field = dom.querySelector<HTMLElement>('input, button');
  if (field) field.focus();
  else
    editor
      .chain()
      .setTextSelection(at + 2)
      .focus()
      .run();
  return true;
}
