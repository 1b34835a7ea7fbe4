import type { Editor } from '@tiptap/core';
import { isPrompt } from '$core/pages/walk';

/** Goes to where something is asked, so that it can be answered at once. @returns whether it is there */
export function goToPrompt(editor: Editor, id: string): boolean {
  let at = -1;
  editor.state.doc.descendants((node, pos) => {
    if (at < 0 && node.attrs.id === id && isPrompt({ type: node.type.name })) at = pos;
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
