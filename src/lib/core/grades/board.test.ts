import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BOARD_FILTERS, isMeant, packCells, unpackCells, type BoardCell } from './board';
import { GRADE_STATES } from './state';

const cell: fc.Arbitrary<BoardCell> = fc.record({
  state: fc.constantFrom(...GRADE_STATES),
  late: fc.boolean(),
  shown: fc.boolean(),
  points: fc.option(
    fc.oneof(
      fc.nat(1000),
      fc.integer({ min: 0, max: 100_000 }).map((n) => n / 100)
    )
  )
});

describe('a row of the board', () => {
  it('says the same when it is unpacked', () => {
    fc.assert(
      fc.property(fc.array(fc.option(cell), { minLength: 1, maxLength: 80 }), (cells) => {
        expect(unpackCells(packCells(cells))).toEqual(cells);
      })
    );
  });

  it('says nothing where it cannot be read', () => {
    expect(unpackCells('zz  a12x')).toEqual([null, null, null]);
  });

  it('is found by one filter at most besides everything', () => {
    fc.assert(
      fc.property(cell, (one) => {
        expect(BOARD_FILTERS.filter((filter) => isMeant(one, filter)).length).toBeLessThanOrEqual(2);
        expect(isMeant(null, 'all')).toBe(true);
        expect(isMeant(null, 'waiting')).toBe(false);
      })
    );
  });
});
