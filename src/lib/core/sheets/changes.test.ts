import { describe, expect, it } from 'vitest';
import { MOST_COLUMNS, MOST_ROWS } from './address';
import { eachPicked, filledDown, inOrderOf, pastedAt, pickedOf } from './changes';
import type { Cell } from './sheet';

const cells = (raws: Record<string, string>): Map<string, Cell> =>
  new Map(Object.entries(raws).map(([where, raw]) => [where, { raw, form: 'plain' }]));
const raws = (changed: ReadonlyMap<string, Cell>) =>
  Object.fromEntries([...changed].map(([where, { raw }]) => [where, raw]));
const box = (top: number, left: number, bottom: number, right: number) => ({ top, left, bottom, right });

describe('what is done to several cells at once', () => {
  it('is done to each that is picked, to empty ones too, and to no other', () => {
    const given = cells({ A1: '1', C3: '9' });
    const changed = eachPicked(given, box(0, 0, 1, 1), (cell) => ({ ...cell, form: 'percent' }) as Cell);
    expect(raws(changed)).toEqual({ A1: '1', A2: '', B1: '', B2: '' });
    expect([...changed.values()].every(({ form }) => form === ('percent' as Cell['form']))).toBe(true);
    expect([...pickedOf(given, box(0, 0, 1, 1)).keys()]).toEqual(['A1']);
  });

  it('repeats the first row below it, and formulas look at what stands beside them', () => {
    const given = cells({ A1: '=B1*$C$1', B1: '4', B2: '5', D1: 'x' });
    expect(raws(filledDown(given, box(0, 0, 2, 0)))).toEqual({ A2: '=B2*$C$1', A3: '=B3*$C$1' });
    expect(raws(filledDown(given, box(0, 2, 2, 2)))).toEqual({});
  });
});

describe('a table that is pasted', () => {
  it('lies from the cell on, by tabs or as CSV, and keeps how its cells are shown', () => {
    const given = new Map<string, Cell>([['B2', { raw: 'old', form: 'percent' as Cell['form'] }]]);
    const pasted = pastedAt(given, 'a\tb\r\n1\t2', { row: 1, column: 1 });
    expect(raws(pasted)).toMatchObject({ B2: 'a', C2: 'b', B3: '1', C3: '2' });
    expect(pasted.get('B2')?.form).toBe('percent');
    expect(raws(pastedAt(given, '"a, with a comma",b', { row: 0, column: 0 }))).toMatchObject({
      A1: 'a, with a comma',
      B1: 'b'
    });
  });

  it('is cut where the sheet ends', () => {
    const at = { row: MOST_ROWS - 1, column: MOST_COLUMNS - 1 };
    expect(Object.values(raws(pastedAt(new Map(), 'in\tout\nout\tout', at)))).toEqual(['in']);
  });
});

describe('rows in order', () => {
  it('stay whole below the one that names the columns, and leave nothing behind', () => {
    const given = cells({ A1: 'Name', B1: 'Count', A2: 'Limpet', B2: '12', A3: 'Kelp', B3: '3', A5: 'Crab', B5: '7' });
    const after = new Map([...given, ...inOrderOf(given, 1, false)]);
    const rows = [1, 2, 3, 4, 5].map((row) => [after.get(`A${row}`)?.raw ?? '', after.get(`B${row}`)?.raw ?? '']);
    expect(rows.slice(0, 4)).toEqual([
      ['Name', 'Count'],
      ['Kelp', '3'],
      ['Crab', '7'],
      ['Limpet', '12']
    ]);
    expect(rows[4]).toEqual(['', '']);
    const down = new Map([...given, ...inOrderOf(given, 1, true)]);
    expect([2, 3, 4].map((row) => down.get(`A${row}`)?.raw)).toEqual(['Limpet', 'Crab', 'Kelp']);
  });
});
