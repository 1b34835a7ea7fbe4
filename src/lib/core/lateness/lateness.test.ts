import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { keptAfter, lateness, onTimeUntil } from './lateness';
import type { LatePolicy } from './late-policy';

const ZONE = 'Atlantic/Faroe';
const perDay: LatePolicy = { kind: 'per-day', percent: 10, graceMinutes: 0, floorPercent: 50 };
const at = (text: string) => Date.parse(text);

describe('lateness to the second', () => {
  const due = at('2027-03-12T18:00:00Z');
  it.each([
    ['a second before', '2027-03-12T17:59:59Z', 0, 0],
    ['exactly then', '2027-03-12T18:00:00Z', 0, 0],
    ['within the same shown second', '2027-03-12T18:00:00.999Z', 0, 0],
    ['a second after', '2027-03-12T18:00:01Z', 1, 1],
    ['at the end of the first day', '2027-03-13T18:00:00Z', 86_400, 1],
    ['a second into the second day', '2027-03-13T18:00:01Z', 86_401, 2]
  ])('%s', (_name, submitted, seconds, startedDays) => {
    expect(lateness(at(submitted), due, ZONE, perDay)).toMatchObject({ seconds, startedDays });
  });

  it('counts from the due moment once the grace is past, and not at all within it', () => {
    const graced: LatePolicy = { ...perDay, graceMinutes: 15 };
    expect(lateness(at('2027-03-12T18:15:00Z'), due, ZONE, graced).seconds).toBe(0);
    expect(lateness(at('2027-03-12T18:15:01Z'), due, ZONE, graced)).toMatchObject({ seconds: 901, kept: 0.9 });
    expect(onTimeUntil(due, graced)).toBe(at('2027-03-12T18:15:00Z'));
  });

  it('knows nothing late where nothing is due', () => {
    expect(lateness(due, null, ZONE, perDay)).toEqual({ seconds: 0, startedDays: 0, kept: 1, accepted: true });
  });
});

describe('a day of lateness runs by the clock on the wall', () => {
  it('is 23 hours long when the clocks go forward (28 March 2027)', () => {
    // Due Saturday 18:00, which is 18:00 UTC; Sunday 18:00 on the clock is 17:00 UTC.
    const due = at('2027-03-27T18:00:00Z');
    expect(lateness(at('2027-03-28T17:00:00Z'), due, ZONE, perDay)).toMatchObject({
      seconds: 23 * 3600,
      startedDays: 1
    });
    expect(lateness(at('2027-03-28T17:00:01Z'), due, ZONE, perDay).startedDays).toBe(2);
  });

  it('is 25 hours long when the clocks go back (25 October 2026)', () => {
    // Due Saturday 18:00 summer time, 17:00 UTC; Sunday 18:00 on the clock is 18:00 UTC.
    const due = at('2026-10-24T17:00:00Z');
    expect(lateness(at('2026-10-25T18:00:00Z'), due, ZONE, perDay)).toMatchObject({
      seconds: 25 * 3600,
      startedDays: 1
    });
    expect(lateness(at('2026-10-25T18:00:01Z'), due, ZONE, perDay).startedDays).toBe(2);
  });

  it('starts in the repeated hour like in any other', () => {
    // Due at the first 01:30 of the night; at the second 01:30, an hour later, one day has started.
    const due = at('2026-10-25T00:30:00Z');
    expect(lateness(at('2026-10-25T01:30:00Z'), due, ZONE, perDay)).toMatchObject({ seconds: 3600, startedDays: 1 });
  });
});

describe('what lateness costs', () => {
  it('stops at the floor', () => {
    expect(keptAfter(4, perDay)).toBeCloseTo(0.6);
    expect(keptAfter(30, perDay)).toBe(0.5);
  });
  it('is the same from the first second on where it is flat', () => {
    expect(keptAfter(9, { kind: 'flat', percent: 25, graceMinutes: 0 })).toBe(0.75);
  });
  it('is nothing, or everything, where the policy says so', () => {
    expect(keptAfter(9, { kind: 'none' })).toBe(1);
    const strict: LatePolicy = { kind: 'not-accepted', graceMinutes: 0 };
    expect(lateness(2000, 0, ZONE, strict)).toMatchObject({ kept: 0, accepted: false });
  });
});

const anyPolicy: fc.Arbitrary<LatePolicy> = fc.oneof(
  fc.constant({ kind: 'none' } as const),
  fc.record({
    kind: fc.constant('per-day' as const),
    percent: fc.integer({ min: 0, max: 100 }),
    graceMinutes: fc.integer({ min: 0, max: 600 }),
    floorPercent: fc.integer({ min: 0, max: 100 })
  }),
  fc.record({
    kind: fc.constant('flat' as const),
    percent: fc.integer({ min: 0, max: 100 }),
    graceMinutes: fc.integer({ min: 0, max: 600 })
  })
);
const anyDue = fc.integer({ min: at('2020-01-01T00:00:00Z'), max: at('2035-01-01T00:00:00Z') });
const anyWait = fc.integer({ min: 0, max: 60 * 86_400_000 });

it('never gets cheaper by waiting, and keeps between nothing and everything', () => {
  fc.assert(
    fc.property(anyDue, anyWait, anyWait, anyPolicy, (due, a, b, policy) => {
      const [early, late] = [Math.min(a, b), Math.max(a, b)].map((wait) => lateness(due + wait, due, ZONE, policy));
      if (!early || !late) throw new Error('two answers');
      expect(late.kept).toBeLessThanOrEqual(early.kept);
      expect(late.kept).toBeGreaterThanOrEqual(0);
      expect(early.kept).toBeLessThanOrEqual(1);
      expect(late.startedDays).toBeGreaterThanOrEqual(early.startedDays);
    }),
    { numRuns: 300 }
  );
});
