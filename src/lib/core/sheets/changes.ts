import { addressOf, MOST_COLUMNS, MOST_ROWS, moved, placeAt, type Place } from './address';
import { cellsOf, fromCsv, type Cell } from './sheet';
import { sorted } from './sort';

/** Cells beside each other, by the places of their corners. */
export interface Picked {
  top: number;
  bottom: number;
  left: number;
  right: number;
}
type Cells = ReadonlyMap<string, Cell>;
const EMPTY: Cell = { raw: '', form: 'plain' };

/** What becomes of each cell that is picked. */
export function eachPicked(cells: Cells, { top, bottom, left, right }: Picked, change: (cell: Cell) => Cell): Cells {
  const next = new Map<string, Cell>();
  for (let row = top; row <= bottom; row++)
    for (let column = left; column <= right; column++) {
      const where = addressOf({ row, column });
      next.set(where, change(cells.get(where) ?? EMPTY));
    }
  return next;
}

/** The first row of what is picked, repeated in the others: formulas move along. */
export function filledDown(cells: Cells, picked: Picked): Cells {
  const next = new Map<string, Cell>();
  for (let column = picked.left; column <= picked.right; column++) {
    const first = cells.get(addressOf({ row: picked.top, column }));
    for (let row = picked.top + 1; first && row <= picked.bottom; row++)
      next.set(addressOf({ row, column }), { ...first, raw: moved(first.raw, { row: row - picked.top, column: 0 }) });
  }
  return next;
}

/** A table that was copied, from a cell on; what would lie outside the sheet is left out. */
export function pastedAt(cells: Cells, text: string, at: Place): Cells {
  const table = text.includes('\t') ? text.split(/\r?\n/).map((line) => line.split('\t')) : fromCsv(text);
  const next = new Map<string, Cell>();
  for (const [where, raw] of cellsOf(table)) {
    const place = placeAt(where);
    if (!place) continue;
    const there = { row: place.row + at.row, column: place.column + at.column };
    if (there.row >= MOST_ROWS || there.column >= MOST_COLUMNS) continue;
    const address = addressOf(there);
    next.set(address, { raw, form: cells.get(address)?.form ?? 'plain' });
  }
  return next;
}

/** The rows put in order by a column, below the one that names the columns. What stood elsewhere before is emptied. */
export function inOrderOf(cells: Cells, column: number, down: boolean): Cells {
  const next = sorted(cells, { column, down, headed: true });
  const gone = [...cells.keys()].filter((one) => !next.has(one)).map((one): [string, Cell] => [one, EMPTY]);
  return new Map([...gone, ...next]);
}

/** Those cells that are picked. */
export const pickedOf = <T>(cells: ReadonlyMap<string, T>, { top, bottom, left, right }: Picked): Map<string, T> =>
  new Map(
    [...cells].filter(([where]) => {
      const place = placeAt(where);
      return place && place.row >= top && place.row <= bottom && place.column >= left && place.column <= right;
    })
  );
