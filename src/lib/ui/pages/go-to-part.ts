import type { Editor } from '@tiptap/core';

/** Goes to a part of a page, with the cursor in it. */
export function goToPart(editor: Editor, id: string): void {
  editor.state.doc.forEach((node, at) => {
    if (node.attrs.id !== id || node.type.name !== 'part') return;
    editor.commands.focus(at + 3);
    const element = editor.view.nodeDOM(at);
    if (element instanceof HTMLElement) element.scrollIntoView({ block: 'start' });
  });
}
