import type { NodeViewRenderer } from '@tiptap/core';
import { newId } from '$ui/forms/new-id';

/** An element with attributes, to put into another. */
function element<K extends keyof HTMLElementTagNameMap>(
  tag: K,
  attributes: Record<string, string>,
  text = ''
): HTMLElementTagNameMap[K] {
  const made = document.createElement(tag);
  for (const [name, value] of Object.entries(attributes)) made.setAttribute(name, value);
  made.textContent = text;
  return made;
}

type Given = Parameters<NodeViewRenderer>[0];

/** Sets a part of what is shown here. */
function set({ editor, getPos }: Given, name: string, value: unknown): void {
  const at = getPos();
  if (at !== undefined) editor.view.dispatch(editor.state.tr.setNodeAttribute(at, name, value));
}

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
        set(
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
      const entry = { type: 'entry', attrs: { id: newId(), values: {} }, content: [{ type: 'paragraph' }] };
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
      return true;
    },
    stopEvent: (event) => foot.contains(event.target as Node),
    ignoreMutation: (mutation) => !contentDOM.contains(mutation.target)
  };
};

/** By what each kind of value is written. */
const INPUTS: Partial<Record<string, string>> = { date: 'date', hours: 'number', number: 'number', link: 'url' };

/** One entry: its number, a field for each value, words below. */
export const entryView: NodeViewRenderer = (given) => {
  const dom = element('section', { class: 'entry' });
  const head = element('div', { class: 'entry-head', contenteditable: 'false' });
  const contentDOM = element('div', {});
  dom.append(head, contentDOM);
  let { node } = given;
  const inputs = new Map<string, HTMLInputElement>();
  const around = () => {
    const at = given.getPos();
    const place = at === undefined ? null : given.editor.state.doc.resolve(at);
    const parent = place?.parent.type.name === 'entries' ? place.parent : null;
    return {
      fields: (parent?.attrs.fields ?? []) as string[],
      called: String(parent?.attrs.called ?? 'Entry'),
      no: (place?.index() ?? 0) + 1
    };
  };
  const show = () => {
    const { fields, called, no } = around();
    const values = node.attrs.values as Record<string, string>;
    const title = element('strong', {}, `${called} ${no}`);
    const remove = element(
      'button',
      { type: 'button', class: 'btn btn-ghost btn-xs', 'aria-label': `Remove ${called.toLowerCase()} ${no}` },
      'Remove'
    );
    remove.addEventListener('click', () => {
      const at = given.getPos();
      if (at !== undefined) given.editor.view.dispatch(given.editor.state.tr.delete(at, at + node.nodeSize));
    });
    const labels = fields.map((field) => {
      const [name = '', type = ''] = field.split(':');
      const label = element('label', {}, name);
      const input =
        inputs.get(name) ??
        element('input', { type: INPUTS[type] ?? 'text', maxlength: '500', class: 'input input-sm' });
      if (type === 'hours') input.step = '0.25';
      if (document.activeElement !== input) input.value = values[name] ?? '';
      input.disabled = !given.editor.isEditable;
      input.oninput = () =>
        set(given, 'values', { ...(node.attrs.values as object), [name]: input.value.slice(0, 500) });
      inputs.set(name, input);
      label.append(input);
      return label;
    });
    const same = head.childElementCount > 0 && [...inputs.values()].some((input) => input === document.activeElement);
    // Putting a field anew into its place would take the cursor out of it.
    if (!same) head.replaceChildren(title, ...labels, remove);
  };
  show();
  return {
    dom,
    contentDOM,
    update(next) {
      if (next.type !== node.type) return false;
      node = next;
      show();
      return true;
    },
    stopEvent: (event) => head.contains(event.target as Node),
    ignoreMutation: (mutation) => !contentDOM.contains(mutation.target)
  };
};
