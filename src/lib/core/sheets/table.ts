import { evaluate } from './evaluate';
import { rowsOf, type Cell } from './sheet';
import { shownValue } from './shown';

/** A sheet as the table that it shows. */
export function sheetTable(cells: ReadonlyMap<string, Cell>): string[][] {
  const values = evaluate(new Map([...cells].map(([address, { raw }]) => [address, raw])));
  return rowsOf(cells, ({ form }, address) => shownValue(values.get(address), form));
}
