import fc from 'fast-check';
import { expect, it } from 'vitest';
import { countingMark, type CountableMark } from './counting';
import { countedPoints } from './points';

const mark = (round: number, points: number | null, at: number, kept = 1): CountableMark => ({
  round,
  points,
  kept,
  at
});

it('counts the latest, the best or the nominated round', () => {
  const marks = [mark(1, 9, 10), mark(2, 7, 20)];
  expect(countingMark(marks, 'latest', null)?.round).toBe(2);
  expect(countingMark(marks, 'best', null)?.round).toBe(1);
  expect(countingMark(marks, 'nominated', 1)?.round).toBe(1);
  expect(countingMark([], 'best', null)).toBeNull();
});

it('takes a correction in place of what it corrects, and lateness into account', () => {
  expect(countingMark([mark(1, 9, 10), mark(1, 4, 15), mark(2, 7, 20)], 'best', null)?.round).toBe(2);
  expect(countingMark([mark(1, 9, 10, 0.5), mark(2, 7, 20)], 'best', null)?.round).toBe(2);
});

it('falls back to the latest where the nominated round was not returned, or nothing has points', () => {
  expect(countingMark([mark(1, 9, 10)], 'nominated', 2)?.round).toBe(1);
  expect(countingMark([mark(1, null, 10), mark(2, null, 20)], 'best', null)?.round).toBe(2);
});

it('never counts less than another round, where the best counts', () => {
  const anyMark = fc.record({
    round: fc.integer({ min: 1, max: 5 }),
    points: fc.option(fc.integer({ min: 0, max: 20 }), { nil: null }),
    kept: fc.constantFrom(0.5, 0.9, 1),
    at: fc.integer({ min: 0, max: 1000 })
  });
  fc.assert(
    fc.property(fc.uniqueArray(anyMark, { selector: ({ round }) => round }), (marks) => {
      const best = countingMark(marks, 'best', null);
      const of = (m: CountableMark | null) => (m ? countedPoints(m.points ?? 0, m.kept) : 0);
      for (const one of marks) expect(of(best)).toBeGreaterThanOrEqual(of(one));
    })
  );
});
