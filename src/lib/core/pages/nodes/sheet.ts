import { cut } from '../../cut';
import { Node, type JSONContent } from '@tiptap/core';
import { addressOf, placeAt } from '../../sheets/address';
import {
  cellsOf,
  fromCsv,
  isChart,
  isForm,
  LONGEST_CELL,
  rowsOf,
  toCsv,
  type Cell,
  type Chart
} from '../../sheets/sheet';
import { id, kept, parsed, partOf } from './attributes';
import type { Divisions } from './division';
import { fenced } from './fence';

/** A sheet of cells. Each cell is a part of its own, so that what two people write into two of them joins. */
export const Sheet = Node.create({
  name: 'sheet',
  group: 'block',
  content: 'sheetCell*',
  atom: true,
  isolating: true,
  addAttributes: () => ({
    id: id(),
    name: kept('name', 'Sheet', (value) => typeof value === 'string' && value.length <= 60),
    chart: kept<Chart | null>('chart', null, isChart)
  }),
  parseHTML: () => [{ tag: 'div[data-chart]' }],
  renderHTML: ({ HTMLAttributes }) => ['div', { ...HTMLAttributes, class: 'sheet' }, 0],
  renderMarkdown: (node) => {
    const { kind, id: own } = partOf('sheet', node.attrs);
    const cells = sheetCells(node);
    const forms = [...cells].filter(([, { form }]) => form !== 'plain').map(([at, { form }]) => `${at}:${form}`);
    const chart = (node.attrs?.chart ?? null) as Chart | null;
    const csv = toCsv(rowsOf(cells, ({ raw }) => raw));
    return fenced(
      {
        ...{ kind, id: own },
        values: {
          name: String(node.attrs?.name ?? 'Sheet'),
          ...(forms.length > 0 && { forms: forms.join(' ') }),
          ...(chart && { chart: JSON.stringify(chart) })
        }
      },
      `\`\`\`\`csv\n${csv}\n\`\`\`\``
    );
  }
});

export const SheetCell = Node.create({
  name: 'sheetCell',
  atom: true,
  addAttributes: () => ({
    at: kept('at', 'A1', (value) => typeof value === 'string' && placeAt(value) !== null),
    raw: kept('raw', '', (value) => typeof value === 'string' && value.length <= LONGEST_CELL),
    form: kept<string>('form', 'plain', isForm)
  }),
  parseHTML: () => [{ tag: 'div[data-raw]' }],
  renderHTML: ({ HTMLAttributes }) => ['div', HTMLAttributes]
});

/** The cells of a sheet by their addresses. Where two people began the same cell at once, the later one of the sheet counts. */
export function sheetCells({ content = [] }: JSONContent): Map<string, Cell> {
  const cells = new Map<string, Cell>();
  for (const { attrs } of content) {
    const { at, raw, form } = attrs ?? {};
    const place = placeAt(String(at ?? ''));
    if (place) cells.set(addressOf(place), { raw: String(raw ?? ''), form: isForm(form) ? form : 'plain' });
  }
  return cells;
}

/** Cells as they stand in a sheet. */
export const asCells = (cells: ReadonlyMap<string, Cell>): JSONContent[] =>
  [...cells].map(([at, { raw, form }]) => ({ type: 'sheetCell', attrs: { at, raw, form } }));

/** A sheet of a table, as Markdown. */
export const sheetMarkdown = (name: string, rows: ReadonlyArray<readonly string[]>): string =>
  fenced(
    { kind: 'sheet', id: 's-1', values: { name: cut(name, 60) } },
    `\`\`\`\`csv\n${toCsv(rowsOf(cellsOf(rows), (raw) => raw))}\n\`\`\`\``
  );

/** Sheets, as a page has them of divisions. */
export const sheetDivisions: Divisions = {
  sheet: ({ id: own, values, inside }) => {
    const [, csv = ''] = /````csv\n([^]*?)\n?````/.exec(inside) ?? [];
    const forms = new Map((values.forms ?? '').split(' ').map((one) => one.split(':') as [string, string]));
    const chart = parsed(values.chart ?? null);
    const cells = new Map(
      [...cellsOf(fromCsv(csv))].map(([at, raw]): [string, Cell] => {
        const form = forms.get(at);
        return [at, { raw, form: isForm(form) ? form : 'plain' }];
      })
    );
    return {
      type: 'sheet',
      attrs: { id: own, name: cut(values.name ?? 'Sheet', 60), chart: isChart(chart) ? chart : null },
      content: asCells(cells)
    };
  }
};
