import { diffArrays } from 'diff';

/** One cell: in both the same, or with what stood there before. */
export interface CellChange {
  text: string;
  before: string | null;
}

export interface RowChange {
  kind: 'same' | 'changed' | 'added' | 'removed';
  cells: CellChange[];
}

/**
 * What changed between two tables, cell by cell. Rows belong together where they are the same, and between two such rows
 * in their order.
 *
 * @param before rows of cells; the first names the columns
 */
export function tableChanges(before: readonly string[][], after: readonly string[][]): RowChange[] {
  const rows: RowChange[] = [];
  let gone: string[][] = [];
  const same = (a: string[], b: string[]) => a.length === b.length && a.every((cell, i) => cell === b[i]);
  const flush = (come: string[][]) => {
    const both = Math.min(gone.length, come.length);
    for (let i = 0; i < both; i++) rows.push(changedRow(gone[i] ?? [], come[i] ?? []));
    rows.push(...gone.slice(both).map((row) => whole('removed', row)));
    rows.push(...come.slice(both).map((row) => whole('added', row)));
    gone = [];
  };
  for (const part of diffArrays([...before], [...after], { comparator: same })) {
    if (part.removed) gone.push(...part.value);
    else if (part.added) flush(part.value);
    else {
      flush([]);
      rows.push(...part.value.map((row) => whole('same', row)));
    }
  }
  flush([]);
  return rows;
}

/** How much changed, in words. */
export function tableWords(rows: readonly RowChange[]): string {
  const cells = rows.reduce((n, row) => n + (row.kind === 'changed' ? row.cells.filter(differs).length : 0), 0);
  const of = (kind: RowChange['kind']) => rows.filter((row) => row.kind === kind).length;
  const parts = [said(cells, 'cell differs', 'cells differ'), said(of('added'), 'row is new', 'rows are new')];
  parts.push(said(of('removed'), 'row is gone', 'rows are gone'));
  const there = parts.filter((part) => part !== null);
  return there.length === 0 ? 'No cell differs' : there.join(', ');
}

const differs = ({ before }: CellChange) => before !== null;
const said = (n: number, one: string, many: string) => (n === 0 ? null : `${n} ${n === 1 ? one : many}`);

function changedRow(before: string[], after: string[]): RowChange {
  const width = Math.max(before.length, after.length);
  const cells = Array.from({ length: width }, (_, i): CellChange => {
    const text = after[i] ?? '';
    const old = before[i] ?? '';
    return { text, before: old === text ? null : old };
  });
  return { kind: 'changed', cells };
}

function whole(kind: RowChange['kind'], row: string[]): RowChange {
  return { kind, cells: row.map((text) => ({ text, before: null })) };
}
