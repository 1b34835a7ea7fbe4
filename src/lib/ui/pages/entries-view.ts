import type { NodeViewRenderer } from '@tiptap/core';
import { newId } from '$ui/forms/new-id';
import { RENUMBERED } from './entry-view';
import { element, type Given } from './view-parts';

/** Numbered entries, with what adds the next one. */
export const entriesView: NodeViewRenderer = (given) => {
  const dom = element('section', { class: 'entries' });
  const contentDOM = element('div', {});
  const foot = element('p', { contenteditable: 'false' });
  // One button for good: what is put anew while it is being pressed is never pressed.
  const add = element('button', { type: 'button', class: 'btn btn-sm' });
  const count = element('span', {});
  foot.append(add, count);
  dom.append(contentDOM, foot);
  const show = ({ attrs, childCount }: Given['node']) => {
    const { called, expected, strict } = attrs as { called: string; expected: number | null; strict: boolean };
    add.textContent = `Add ${called.toLowerCase()} ${childCount + 1}`;
    add.disabled = !given.editor.isEditable || (strict && expected !== null && childCount >= expected);
    count.textContent = expected === null ? '' : ` ${childCount} of ${expected}`;
  };
  add.addEventListener('click', () => {
    const at = given.getPos();
    if (at === undefined) return;
    const attrs = { id: newId(), values: {}, evidence: [] };
    const entry = { type: 'entry', attrs, content: [{ type: 'paragraph' }] };
    const { nodeSize, childCount } = given.node;
    given.editor
      .chain()
      .insertContentAt(at + nodeSize - 1, entry)
      .run();
    dom.querySelectorAll<HTMLElement>('.entry')[childCount]?.querySelector('input')?.focus();
  });
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
