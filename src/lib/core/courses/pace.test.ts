import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DAY, HOUR } from '../time/moment';
import { dayOf } from '../time/days';
import { HABIT, markingTime, markingTimeBefore, paceOf, REWORK, submitBy, type Pause } from './pace';

const ZONE = 'Atlantic/Faroe';
const NOON = Date.parse('2027-03-10T12:00:00Z');
const BREAK: Pause = { title: 'Easter', first: '2027-03-25', last: '2027-03-29' };
const pauses = fc.array(
  fc.tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 0, max: 9 })).map(([from, days]): Pause => ({
    title: 'A break',
    first: dayOf(NOON + from * DAY, ZONE),
    last: dayOf(NOON + (from + days) * DAY, ZONE)
  })),
  { maxLength: 4 }
);
const days = (n: number) => n * 86_400;

describe('the pace of a teacher', () => {
  it('is the middle of what was returned, and how far the slower ones lie beyond it', () => {
    expect(paceOf([1, 2, 3, 4].map(days))).toBeNull();
    expect(paceOf([5, 1, 3, 2, 4].map(days))).toEqual({ median: days(3), spread: Math.round(days(1.2)) });
    expect(paceOf(Array.from({ length: 9 }, () => days(2)))).toEqual({ median: days(2), spread: 0 });
  });

  it('does not depend on the order of the returns, and lies among them', () =>
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 9_000_000 }), { minLength: HABIT, maxLength: 40 }), (waits) => {
        const pace = paceOf(waits);
        expect(paceOf([...waits].reverse())).toEqual(pace);
        expect(pace?.median).toBeGreaterThanOrEqual(Math.min(...waits));
        expect((pace?.median ?? 0) + (pace?.spread ?? 0)).toBeLessThanOrEqual(Math.max(...waits));
      })
    ));
});

describe('time in which somebody marks', () => {
  it('leaves whole days of pauses out, and the day on which the clocks go forward is one hour short', () => {
    const from = Date.parse('2027-03-24T12:00:00Z');
    expect(markingTime(from, Date.parse('2027-03-30T11:00:00Z'), [BREAK], ZONE)).toBe(12 * HOUR + 12 * HOUR);
    expect(markingTime(Date.parse('2027-03-28T00:00:00Z'), Date.parse('2027-03-28T23:00:00Z'), [], ZONE)).toBe(
      23 * HOUR
    );
  });

  it('is reckoned back to the same moment from which it is reckoned on', () =>
    fc.assert(
      fc.property(pauses, fc.integer({ min: 0, max: 40 * 24 }), (breaks, hours) => {
        const to = NOON + 61 * DAY;
        const from = markingTimeBefore(to, hours * HOUR, breaks, ZONE);
        expect(markingTime(from, to, breaks, ZONE)).toBe(hours * HOUR);
      })
    ));
});

describe('by when to submit', () => {
  const pace = { median: days(2), spread: days(1) };
  it('leaves room for two returns and a round between them, and for a break that lies there', () => {
    const passBy = Date.parse('2027-03-20T12:00:00Z');
    expect(submitBy(passBy, pace, [], ZONE)?.at).toBe(passBy - 6 * DAY - REWORK);
    const late = Date.parse('2027-04-02T11:00:00Z');
    const over = submitBy(late, pace, [BREAK], ZONE);
    expect(over?.over).toEqual([BREAK]);
    expect(over?.at).toBeLessThan((submitBy(late, pace, [], ZONE)?.at ?? 0) - 3 * DAY);
    expect(submitBy(passBy, null, [], ZONE)).toBeNull();
  });

  it('is never later for a slower teacher, or with one break more', () =>
    fc.assert(
      fc.property(pauses, fc.integer({ min: 0, max: 10 }), fc.integer({ min: 0, max: 10 }), (breaks, median, more) => {
        const passBy = NOON + 70 * DAY;
        const at = (by: number, over: Pause[]) =>
          submitBy(passBy, { median: days(by), spread: 0 }, over, ZONE)?.at ?? NaN;
        expect(at(median + more, breaks)).toBeLessThanOrEqual(at(median, breaks));
        expect(at(median, breaks)).toBeLessThanOrEqual(at(median, breaks.slice(1)));
      })
    ));
});
