import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { GRADE_STATES } from './state';
import { shareOf, worthOf } from './items';
import { INSIDE } from './scheme';
import { itemOf } from './state-item';
import { WAYS } from '../judging/ways';

const item = fc.record({
  possible: fc.constantFrom(null, 0, 4, 20),
  earned: fc.constantFrom(null, 0, 3, 4, 25),
  passed: fc.constantFrom(null, true, false)
});
const place = fc.record({ extra: fc.boolean(), weight: fc.constantFrom(null, 0, 2.5) });

describe('what an item is worth in its category', () => {
  it('is part of what it could be; what is extra takes nothing; what is not there brings nothing', () => {
    fc.assert(
      fc.property(item, place, fc.constantFrom(...INSIDE), fc.boolean(), (given, lies, inside, zero) => {
        const worth = worthOf(given, lies, inside, zero);
        if (worth === null) return;
        expect(worth.extra).toBe(lies.extra);
        if (lies.extra) expect(worth.of.isZero()).toBe(true);
        if (zero) expect(worth.earned.isZero()).toBe(true);
        expect(worth.earned.gte(0)).toBe(true);
        if (inside === 'passes') expect(['0', '1']).toContain(worth.earned.toString());
      }),
      { numRuns: 1000 }
    );
  });

  it('turns on how the category adds up', () => {
    const marked = { possible: 20, earned: 15, passed: null };
    const of = (inside: (typeof INSIDE)[number], weight: number | null = null, zero = false) => {
      const worth = worthOf(marked, { extra: false, weight }, inside, zero);
      return worth && [worth.earned.toNumber(), worth.of.toNumber()];
    };
    expect(of('points')).toEqual([15, 20]);
    expect(of('alike')).toEqual([0.75, 1]);
    expect(of('shares', 4)).toEqual([3, 4]);
    expect(of('shares')).toBeNull();
    expect(of('passes')).toBeNull();
    expect(of('points', null, true)).toEqual([0, 20]);
    const passed = worthOf(
      { possible: null, earned: null, passed: true },
      { extra: false, weight: null },
      'passes',
      false
    );
    expect(passed?.earned.toNumber()).toBe(1);
  });

  it('has a share where there is a result, beyond one where more was given than there is', () => {
    expect(shareOf({ possible: 4, earned: 5, passed: null }, false)?.toNumber()).toBe(1.25);
    expect(shareOf({ possible: 0, earned: 0, passed: null }, false)).toBeNull();
    expect(shareOf({ possible: 4, earned: null, passed: null }, true)?.toNumber()).toBe(0);
    expect([true, false].map((passed) => shareOf({ possible: null, earned: null, passed }, false)?.toNumber())).toEqual(
      [1, 0]
    );
  });
});

it('is passed, excused or absent by where its work stands, and never two of these', () => {
  for (const state of GRADE_STATES)
    for (const settles of WAYS)
      for (const possible of [null, 10]) {
        const made = itemOf({ id: 'a', title: 'A', due: null, possible, earned: 7, state, settles });
        expect([made.passed === true, made.excused, made.absent].filter(Boolean).length, state).toBeLessThanOrEqual(1);
        expect(made.earned, state).toBe(possible === null ? null : 7);
        if (possible !== null) expect(made.passed, state).toBeNull();
      }
});
