import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lateness } from '../lateness/lateness';
import type { LatePolicy } from '../lateness/late-policy';
import { isClosed, onTimeUntil, submitEnds } from './terms';

const MINUTE = 60_000;
const moment = fc.integer({ min: 0, max: 10_000 }).map((n) => n * 30_000);
const graceMinutes = fc.integer({ min: 0, max: 600 });
const late: fc.Arbitrary<LatePolicy> = fc.oneof(
  fc.constant({ kind: 'none' } as const),
  graceMinutes.map((grace) => ({ kind: 'not-accepted', graceMinutes: grace }) as const),
  graceMinutes.map((grace) => ({ kind: 'flat', percent: 25, graceMinutes: grace }) as const)
);
const terms = fc.record({ due: fc.option(moment, { nil: null }), closes: fc.option(moment, { nil: null }), late });

describe('when submitting ends', () => {
  it('is where it closes, or where lateness would not be accepted any more: nothing else refuses', () => {
    fc.assert(
      fc.property(terms, moment, (given, now) => {
        const accepted = lateness(now, given.due, 'UTC', given.late).accepted;
        const open = (given.closes === null || now < given.closes) && accepted;
        expect(isClosed(given, now)).toBe(!open);
      }),
      { numRuns: 1000 }
    );
  });

  it('comes, where it comes at all, and stays', () => {
    fc.assert(
      fc.property(terms, (given) => {
        const ends = submitEnds(given);
        if (ends === null) {
          expect(isClosed(given, Number.MAX_SAFE_INTEGER)).toBe(false);
          return;
        }
        expect([isClosed(given, ends - 1), isClosed(given, ends), isClosed(given, ends + 1e9)]).toEqual([
          false,
          true,
          true
        ]);
      })
    );
  });

  it('is the whole of the last second of grace after it is due', () => {
    const strict = { due: MINUTE, closes: null, late: { kind: 'not-accepted', graceMinutes: 5 } } as const;
    expect([onTimeUntil(strict), submitEnds(strict)]).toEqual([6 * MINUTE, 6 * MINUTE + 1000]);
    expect(onTimeUntil({ due: null, late: strict.late })).toBeNull();
    expect(submitEnds({ ...strict, closes: 2 * MINUTE })).toBe(2 * MINUTE);
    expect(submitEnds({ due: MINUTE, closes: null, late: { kind: 'none' } })).toBeNull();
  });
});
