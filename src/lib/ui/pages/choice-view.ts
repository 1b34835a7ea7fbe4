import type { NodeViewRenderer } from '@tiptap/core';
import { newId } from '$ui/forms/new-id';
import { element, setPart, type Given } from './view-parts';

/** One or several of some options, as buttons that the keyboard reaches like those of any form. */
export const choiceView: NodeViewRenderer = (given) => {
  const dom = element('fieldset', { class: 'choice', contenteditable: 'false' });
  const group = `choice-${newId()}`;
  const show = ({ options, chosen, several, optional }: Given['node']['attrs']) => {
    const picked = chosen as number[];
    const legend = element(
      'legend',
      {},
      `${several ? 'Choose what applies' : 'Choose one'}${optional ? ', if you want' : ''}`
    );
    const rows = (options as string[]).map((option, i) => {
      const label = element('label', {});
      const input = element('input', { type: several ? 'checkbox' : 'radio', name: group });
      input.checked = picked.includes(i);
      input.disabled = !given.editor.isEditable;
      input.addEventListener('change', () => {
        const rest = several ? picked.filter((n) => n !== i) : [];
        setPart(
          given,
          'chosen',
          (input.checked ? [...rest, i] : rest).sort((a, b) => a - b)
        );
      });
      label.append(input, option);
      return label;
    });
    const focused = [...dom.querySelectorAll('input')].indexOf(document.activeElement as HTMLInputElement);
    dom.replaceChildren(legend, ...rows);
    if (focused >= 0) dom.querySelectorAll('input')[focused]?.focus();
  };
  show(given.node.attrs);
  return {
    dom,
    update(next) {
      if (next.type !== given.node.type) return false;
      show(next.attrs);
      return true;
    },
    stopEvent: () => true,
    ignoreMutation: () => true
  };
};
