import { addressOf, moved, placeAt, type Place } from './address';
import { evaluate, Trouble, type Value } from './evaluate';
import type { Cell } from './sheet';

/**
 * Puts rows in the order of one of their columns; the first one stays where it names the columns. What is empty comes last. Formulas
 * go with their rows.
 *
 * @returns the cells by their new addresses
 */
export function sorted(
  cells: ReadonlyMap<string, Cell>,
  { column, down, headed }: { column: number; down: boolean; headed: boolean }
): Map<string, Cell> {
  const values = evaluate(new Map([...cells].map(([address, { raw }]) => [address, raw])));
  const placed = [...cells].flatMap(([address, cell]) => {
    const place = placeAt(address);
    return place ? [{ place, cell }] : [];
  });
  const last = Math.max(-1, ...placed.map(({ place }) => place.row));
  const first = headed ? 1 : 0;
  const rows = Array.from({ length: Math.max(0, last + 1 - first) }, (_, i) => i + first);
  const key = (row: number) => values.get(addressOf({ row, column })) ?? null;
  const order = [...rows].sort((a, b) => compared(key(a), key(b), down) || a - b);
  const to = new Map(order.map((row, i) => [row, i + first]));
  return new Map(
    placed.map(({ place, cell }): [string, Cell] => {
      const row = to.get(place.row) ?? place.row;
      const by: Place = { row: row - place.row, column: 0 };
      return [addressOf({ row, column: place.column }), { ...cell, raw: moved(cell.raw, by) }];
    })
  );
}

function compared(one: Value, other: Value, down: boolean): number {
  const rank = (value: Value) =>
    value === null ? 3 : value instanceof Trouble ? 2 : typeof value === 'string' ? 1 : 0;
  if (rank(one) !== rank(other)) return rank(one) - rank(other);
  const by =
    typeof one === 'string' && typeof other === 'string' ? one.localeCompare(other, 'en') : Number(one) - Number(other);
  return (down ? -1 : 1) * (Number.isNaN(by) ? 0 : by);
}
