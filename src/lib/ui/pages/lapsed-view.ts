import type { NodeViewRenderer } from '@tiptap/core';
import { element, setPart, type Given } from './view-parts';

/** An answer whose question is gone: what happened, and the two ways on from there. */
export const lapsedView: NodeViewRenderer = (given) => {
  const dom = element('section', { class: 'lapsed' });
  const head = element('div', { class: 'lapsed-head', contenteditable: 'false' });
  const said = element('p', { class: 'lapsed-said' });
  const keep = element('button', { type: 'button', class: 'btn btn-sm' }, 'Keep my words here');
  const drop = element('button', { type: 'button', class: 'btn btn-sm' }, 'Take them out');
  const contentDOM = element('div', {});
  head.append(said, keep, drop);
  dom.append(head, contentDOM);
  keep.addEventListener('click', () => setPart(given, 'stays', true));
  drop.addEventListener('click', () => {
    const at = given.getPos();
    if (at === undefined) return;
    given.editor
      .chain()
      .deleteRange({ from: at, to: at + given.node.nodeSize })
      .focus()
      .run();
  });
  const show = ({ attrs }: Given['node']) => {
    const { asked, stays } = attrs as { asked: string; stays: boolean };
    said.textContent = stays
      ? `Not asked any more: “${asked}”. You kept what you wrote.`
      : `Your teacher does not ask “${asked}” any more. You had answered it: keep your words, or hand the page over as your teacher has it now.`;
    keep.hidden = stays;
    [keep.disabled, drop.disabled] = [!given.editor.isEditable, !given.editor.isEditable];
  };
  show(given.node);
  return {
    dom,
    contentDOM,
    update(next) {
      if (next.type !== given.node.type) return false;
      given = { ...given, node: next };
      show(next);
      return true;
    },
    stopEvent: (event) => head.contains(event.target as Node),
    ignoreMutation: (mutation) => !contentDOM.contains(mutation.target)
  };
};
