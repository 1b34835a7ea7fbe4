import { csvParseRows } from 'd3-dsv';
import { addressOf, MOST_COLUMNS, MOST_ROWS, placeAt } from './address';

/** How a number is shown. */
export const FORMS = ['plain', 'whole', 'two', 'percent', 'thousands'] as const;
export type Form = (typeof FORMS)[number];
export const isForm = (value: unknown): value is Form => (FORMS as readonly unknown[]).includes(value);

/** What is written in a cell, and how its number is shown. */
export interface Cell {
  raw: string;
  form: Form;
}

/** A chart of some cells: the first column names, the others are drawn. */
export interface Chart {
  kind: 'bars' | 'line';
  from: string;
  to: string;
}
export const isChart = (value: unknown): value is Chart | null => {
  if (value === null) return true;
  const { kind, from, to } = (typeof value === 'object' ? value : {}) as Partial<Record<keyof Chart, unknown>>;
  return (
    (kind === 'bars' || kind === 'line') && [from, to].every((one) => typeof one === 'string' && placeAt(one) !== null)
  );
};

/** Letters of one cell. */
export const LONGEST_CELL = 1000;

/** A table of texts as cells by their addresses; what lies outside a sheet is left out. */
export function cellsOf(rows: ReadonlyArray<readonly string[]>): Map<string, string> {
  const cells = new Map<string, string>();
  for (const [row, fields] of rows.slice(0, MOST_ROWS).entries())
    for (const [column, raw] of fields.slice(0, MOST_COLUMNS).entries())
      if (raw !== '') cells.set(addressOf({ row, column }), raw.replace(/\s*\n\s*/g, ' ').slice(0, LONGEST_CELL));
  return cells;
}

/** Cells as a table of texts, as large as it has to be. @param say what stands in each */
export function rowsOf<T>(cells: ReadonlyMap<string, T>, say: (cell: T, address: string) => string): string[][] {
  const rows: string[][] = [];
  for (const [address, cell] of cells) {
    const place = placeAt(address);
    if (!place) continue;
    while (rows.length <= place.row) rows.push([]);
    const row = rows[place.row] ?? [];
    while (row.length <= place.column) row.push('');
    row[place.column] = say(cell, address);
  }
  const width = Math.max(0, ...rows.map((row) => row.length));
  return rows.map((row) => [...row, ...Array.from({ length: width - row.length }, () => '')]);
}

/** A table as CSV (RFC 4180). What could end a division of Markdown, or begin something in it, is quoted. */
export const toCsv = (rows: ReadonlyArray<readonly string[]>): string =>
  rows
    .map((row) =>
      row.map((field) => (/^(?!:)[\w .+*/():=-]*$/.test(field) ? field : `"${field.replaceAll('"', '""')}"`)).join(',')
    )
    .join('\n');

/** CSV as a table. */
export const fromCsv = (text: string): string[][] => csvParseRows(text);
