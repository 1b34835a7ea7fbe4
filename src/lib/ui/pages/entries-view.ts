import type { NodeViewRenderer } from '@tiptap/core';
import { newId } from '$ui/forms/new-id';
import { RENUMBERED } from './entry-view';
import { element, type Given } from './view-parts';

/** Numbered entries, with what adds the next one. */
export const entriesView: NodeViewRenderer = (given) => {
  const dom = element('section', { class: 'entries' });
  const contentDOM = element('div', {});
  const foot = element('p', { contenteditable: 'false' });
  dom.append(contentDOM, foot);
  const show = (node: Given['node']) => {
    const { called, expected, strict } = node.attrs as { called: string; expected: number | null; strict: boolean };
    const count = node.childCount;
    const add = element('button', { type: 'button', class: 'btn btn-sm' }, `Add ${called.toLowerCase()} ${count + 1}`);
    add.disabled = !given.editor.isEditable || (strict && expected !== null && count >= expected);
    add.addEventListener('click', () => {
      const at = given.getPos();
      if (at === undefined) return;
      const attrs = { id: newId(), values: {}, evidence: [] };
      const entry = { type: 'entry', attrs, content: [{ type: 'paragraph' }] };
      const end = at + node.nodeSize - 1;
      given.editor.chain().insertContentAt(end, entry).run();
      dom.querySelectorAll<HTMLElement>('.entry')[count]?.querySelector('input')?.focus();
    });
    foot.replaceChildren(add, expected === null ? '' : ` ${count} of ${expected}`);
  };
  show(given.node);
  return {
    dom,
    contentDOM,
    update(next) {
      if (next.type !== given.node.type) return false;
      given = { ...given, node: next };
      show(next);
      // Where one was taken out, the others stand under another number.
      queueMicrotask(() => [...contentDOM.children].forEach((entry) => entry.dispatchEvent(new Event(RENUMBERED))));
      return true;
    },
    stopEvent: (event) => foot.contains(event.target as Node),
    ignoreMutation: (mutation) => !contentDOM.contains(mutation.target)
  };
};
