import type { JSONContent } from '@tiptap/core';
import { sheetTable } from '../sheets/table';
import { sheetCells } from './nodes/sheet';
import { evidenceOf, evidenceWords } from './evidence';
import { has, textOf } from './walk';

/**
 * A page for those who read it outside its editor: what is asked and answered, spelled out in headings, ticks and tables, so that
 * print, HTML and DOCX show all of it.
 *
 * @param room the page is to be filled by hand: an empty answer is a box to write into
 */
export function spelledOut(page: JSONContent, room = false): JSONContent {
  const within = (node: JSONContent): JSONContent[] => {
    const spelled = SPELLED[node.type ?? ''];
    const content = node.content?.flatMap(within);
    const whole = content ? { ...node, content } : node;
    return spelled ? spelled(whole, room) : [whole];
  };
  const [whole = page] = within(page);
  return whole;
}

type Spell = (node: JSONContent, room: boolean) => JSONContent[];

const words = (text: string, bold = false): JSONContent => ({
  type: 'text',
  text,
  ...(bold && { marks: [{ type: 'bold' }] })
});
const line = (...content: JSONContent[]): JSONContent => ({ type: 'paragraph', content });
const cell = (content: JSONContent[], type = 'tableCell'): JSONContent => ({
  type,
  attrs: { colspan: 1, rowspan: 1, colwidth: null },
  content
});
const table = (rows: JSONContent[][]): JSONContent => ({
  type: 'table',
  content: rows.map((content) => ({ type: 'tableRow', content }))
});

/** Lines of a box that is written into by hand. */
const LINES = 6;
const box = (): JSONContent => table([[cell(Array.from({ length: LINES }, () => ({ type: 'paragraph' })))]]);

const SPELLED: Partial<Record<string, Spell>> = {
  answer: ({ attrs, content = [] }, room) => {
    const said = content.some((block) => textOf(block) !== '' || LOOKS.some((type) => has(block, type)));
    if (said) return content;
    if (room) return [box()];
    return [line({ ...words(attrs?.optional === true ? 'Left empty' : 'Not answered'), marks: [{ type: 'italic' }] })];
  },
  sheet: (node) => {
    const [head = [], ...rows] = sheetTable(sheetCells(node));
    const name = String(node.attrs?.name ?? '');
    const said = (text: string, type = 'tableCell') => cell([line(...(text === '' ? [] : [words(text)]))], type);
    return [
      ...(name === '' ? [] : [line(words(name, true))]),
      head.length === 0
        ? line(words('An empty sheet'))
        : {
            ...table([
              head.map((text) => said(text, 'tableHeader')),
              ...rows.map((row) => row.map((text) => said(text)))
            ]),
            attrs: { ofSheet: true }
          }
    ];
  },
  part: ({ attrs, content = [] }) =>
    content.some(({ type }) => type === 'frame')
      ? content
      : [{ type: 'heading', attrs: { level: 2 }, content: [words(String(attrs?.title ?? '') || '…')] }, ...content],
  teachersPart: ({ content = [] }) => [line(words('Your teacher’s part', true)), ...content],
  lapsed: ({ attrs, content = [] }) => [
    { type: 'heading', attrs: { level: 3 }, content: [words(`Not asked any more: ${String(attrs?.asked ?? '')}`)] },
    ...content
  ],
  choice: ({ attrs }) => {
    const { options = [], chosen = [] } = (attrs ?? {}) as { options?: string[]; chosen?: number[] };
    const content = options.map((option, i) => ({
      type: 'taskItem',
      attrs: { checked: chosen.includes(i) },
      content: [line(words(option))]
    }));
    return content.length > 0 ? [{ type: 'taskList', content }] : [];
  },
  entries: ({ attrs, content = [] }, room) => {
    const { called = 'Entry', expected = null } = (attrs ?? {}) as { called?: string; expected?: number | null };
    const fields = ((attrs?.fields ?? []) as string[]).map((field) => field.split(':')[0] ?? '');
    const given =
      room && content.length === 0 ? Array.from({ length: expected ?? 1 }, () => ({ type: 'entry' })) : content;
    return given.flatMap((entry, i) => entrySpelled(entry, { called, no: i + 1, fields, room }));
  }
};
const LOOKS = ['image', 'formula', 'formulaBlock', 'table', 'choice', 'taskList'];

function entrySpelled(
  entry: JSONContent,
  { called, no, fields, room }: { called: string; no: number; fields: string[]; room: boolean }
): JSONContent[] {
  const values = (entry.attrs?.values ?? {}) as Record<string, string>;
  const evidence = evidenceOf(entry);
  const said = fields.filter((name) => room || (values[name] ?? '') !== '');
  const rows = said.map((name) => [
    cell([line(words(name || '—'))], 'tableHeader'),
    cell([values[name] ? line(words(values[name] ?? '')) : { type: 'paragraph' }])
  ]);
  const list = evidence.map((one) => ({
    type: 'listItem',
    content: [line(words(evidenceWords(called, no, one)))]
  }));
  return [
    { type: 'heading', attrs: { level: 4 }, content: [words(`${called} ${no}`)] },
    ...(rows.length > 0 ? [table(rows)] : []),
    ...(list.length > 0 ? [{ type: 'bulletList', content: list }] : []),
    ...(entry.content ?? (room ? [box()] : []))
  ];
}
