import { cut } from '$core/cut';
import type { NodeViewRenderer } from '@tiptap/core';
import { evidenceOf, evidenceWords, type Evidence } from '$core/pages/evidence';
import { LONGEST_VALUE } from '$core/pages/nodes/prompts';
import { element, setPart, type Given } from './view-parts';

/** Told to an entry when it may stand under another number. */
export const RENUMBERED = 'renumbered';
/** Told by an entry whose writer wants to show a file with it; it stands in the detail by its id. */
export const EVIDENCE_WANTED = 'evidencewanted';
export interface EvidenceWanted {
  entry: string;
  words: string;
}

/** By what each kind of value is written. */
const INPUTS: Partial<Record<string, string>> = { date: 'date', hours: 'number', number: 'number', link: 'url' };

/** One entry: its number, a field for each value, files that show it, words below. */
export const entryView: NodeViewRenderer = (given) => {
  const dom = element('section', { class: 'entry' });
  const head = element('div', { class: 'entry-head', contenteditable: 'false' });
  const contentDOM = element('div', {});
  dom.append(head, contentDOM);
  let { node } = given;
  const inputs = new Map<string, HTMLInputElement>();
  /** What the head says now. */
  let shown = '';

  const valueField = (name: string, type: string) => {
    const label = element('label', {}, name);
    const attributes = { type: INPUTS[type] ?? 'text', maxlength: `${LONGEST_VALUE}`, class: 'input input-sm' };
    const input = inputs.get(name) ?? element('input', attributes);
    if (type === 'hours') input.step = '0.25';
    if (document.activeElement !== input) input.value = (node.attrs.values as Record<string, string>)[name] ?? '';
    input.disabled = !given.editor.isEditable;
    input.oninput = () =>
      setPart(given, 'values', { ...(node.attrs.values as object), [name]: cut(input.value, LONGEST_VALUE) });
    inputs.set(name, input);
    label.append(input);
    return label;
  };
  const show = () => {
    const { fields, called, no } = around(given);
    const { values, evidence } = node.attrs;
    const now = JSON.stringify([fields, called, no, values, evidence, given.editor.isEditable]);
    // What is put anew while it is being pressed is never pressed.
    if (now === shown) return;
    const parts = fields.map((field) => {
      const [name = '', type = ''] = field.split(':');
      return type === 'evidence' ? evidenceField(given, { node, name, called, no }) : valueField(name, type);
    });
    const same = head.childElementCount > 0 && [...inputs.values()].some((input) => input === document.activeElement);
    // Putting a field anew into its place would take the cursor out of it.
    if (same) return;
    shown = now;
    head.replaceChildren(element('strong', {}, `${called} ${no}`), ...parts, removal(given, node, called, no));
  };
  dom.addEventListener(RENUMBERED, show);
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

/** What the list in which an entry stands says of it. */
function around({ editor, getPos }: Given): { fields: string[]; called: string; no: number } {
  const at = getPos();
  const place = at === undefined ? null : editor.state.doc.resolve(at);
  const parent = place?.parent.type.name === 'entries' ? place.parent : null;
  return {
    fields: (parent?.attrs.fields ?? []) as string[],
    called: String(parent?.attrs.called ?? 'Entry'),
    no: (place?.index() ?? 0) + 1
  };
}

function removal(given: Given, node: Given['node'], called: string, no: number): HTMLElement {
  const label = `Remove ${called.toLowerCase()} ${no}`;
  const remove = element('button', { type: 'button', class: 'btn btn-ghost btn-xs', 'aria-label': label }, 'Remove');
  remove.disabled = !given.editor.isEditable;
  remove.addEventListener('click', () => {
    const at = given.getPos();
    if (at !== undefined) given.editor.view.dispatch(given.editor.state.tr.delete(at, at + node.nodeSize));
  });
  return remove;
}

interface Shown {
  node: Given['node'];
  /** What the field is called. */
  name: string;
  called: string;
  no: number;
}

/** The files that show an entry, each by its number, and the way to more. */
function evidenceField(given: Given, { node, name, called, no }: Shown): HTMLElement {
  const box = element('div', { class: 'entry-evidence' });
  const list = element('ul', { 'aria-label': `${name} of ${called.toLowerCase()} ${no}` });
  const files = evidenceOf({ attrs: node.attrs });
  const keep = (next: Evidence[]) => setPart(given, 'evidence', next);
  for (const [i, file] of files.entries()) {
    const words = evidenceWords(called, no, file);
    const item = element('li', { title: file.name }, words);
    const away = { type: 'button', class: 'btn btn-ghost btn-xs', 'aria-label': `Take ${words} out` };
    const button = element('button', away, '×');
    button.disabled = !given.editor.isEditable;
    button.addEventListener('click', () => keep(files.filter((_, at) => at !== i)));
    item.append(button);
    list.append(item);
  }
  const words = `${called} ${no}, ${name}`;
  const add = element(
    'button',
    { type: 'button', class: 'btn btn-sm', 'aria-label': `Add ${name} for ${called} ${no}` },
    `Add ${name}`
  );
  add.disabled = !given.editor.isEditable;
  add.addEventListener('click', () => {
    const detail: EvidenceWanted = { entry: String(node.attrs.id), words };
    box.dispatchEvent(new CustomEvent(EVIDENCE_WANTED, { bubbles: true, detail }));
  });
  box.append(list, add);
  return box;
}
