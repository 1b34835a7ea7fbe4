import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MINUTE } from '../time/moment';
import { USUAL_SITTING, type Sitting, type Stretch } from './free-time';
import { plan, placesIn, type PlanTask } from './planner';
import { planTask as task } from './task.testing';

const T0 = Date.parse('2027-03-08T16:00:00Z');
const HOUR = 60 * MINUTE;
const evening = (day: number, hours = 3): Stretch => ({
  from: T0 + day * 24 * HOUR,
  to: T0 + day * 24 * HOUR + hours * HOUR
});
const evenings = (count: number) => Array.from({ length: count }, (_, i) => evening(i));

describe('the plan', () => {
  it('does first what is due first, and one thing after the other', () => {
    const { sittings, lateMinutes } = plan(
      [task('b', 100, T0 + 50 * HOUR), task('a', 100, T0 + 26 * HOUR)],
      evenings(3),
      USUAL_SITTING,
      'UTC'
    );
    expect(sittings.map(({ taskId, no }) => `${taskId}${no}`)).toEqual(['a1', 'a2', 'b1', 'b2']);
    expect(lateMinutes).toBe(0);
  });

  it('keeps the heavier on time where both cannot be', () => {
    const due = T0 + HOUR;
    const { short } = plan(
      [task('light', 50, due), task('heavy', 50, due, { weight: 9 })],
      [evening(0, 1), evening(1)],
      USUAL_SITTING,
      'UTC'
    );
    expect(short).toEqual([{ taskId: 'light', lateMinutes: 50, doneBy: evening(1).from + 50 * MINUTE }]);
  });

  it('says by how much it does not fit, and that no time is left at all', () => {
    const { short, lateMinutes } = plan([task('a', 400, T0 + 3 * HOUR)], [evening(0)], USUAL_SITTING, 'UTC');
    expect(lateMinutes).toBe(250);
    expect(short).toEqual([{ taskId: 'a', lateMinutes: 250, doneBy: null }]);
  });

  it('leaves room for another round where there is room, and does without where there is none', () => {
    const one = task('essay', 100, T0 + 100 * HOUR, { better: T0 + 27 * HOUR });
    const other = task('quiz', 100, T0 + 30 * HOUR);
    expect(plan([one, other], evenings(4), USUAL_SITTING, 'UTC').sittings.map(({ taskId }) => taskId)).toEqual([
      'essay',
      'essay',
      'quiz',
      'quiz'
    ]);
    expect(plan([one, task('quiz', 300, T0 + 28 * HOUR)], evenings(4), USUAL_SITTING, 'UTC').lateMinutes).toBe(0);
  });

  it('spreads long work up to its end', () => {
    const days = evenings(60);
    const { sittings } = plan([task('journal', 300, T0 + 59 * 24 * HOUR, { paced: true })], days, USUAL_SITTING, 'UTC');
    const gaps = sittings.slice(1).map(({ from }, i) => (from - (sittings[i]?.from ?? 0)) / (24 * HOUR));
    expect(sittings).toHaveLength(6);
    expect(Math.min(...gaps)).toBeGreaterThan(4);
  });

  it('takes what is overdue first, unless something else would be late by it', () => {
    const overdue = task('old', 50, null, { overdue: true });
    expect(
      plan([task('next', 50, T0 + 26 * HOUR), overdue], evenings(2), USUAL_SITTING, 'UTC').sittings.map(
        ({ taskId }) => taskId
      )
    ).toEqual(['old', 'next']);
    const tight = plan([task('next', 150, T0 + 3 * HOUR), overdue], evenings(2), USUAL_SITTING, 'UTC');
    expect(tight.sittings.map(({ taskId }) => taskId)).toEqual(['next', 'next', 'next', 'old']);
    expect(tight.lateMinutes).toBe(50);
  });

  it('takes what is overdue right after what has no room to wait', () => {
    const list = [
      task('tonight', 150, T0 + 3 * HOUR),
      task('later', 150, T0 + 90 * HOUR),
      task('old', 50, null, { overdue: true })
    ];
    const order = plan(list, evenings(4), USUAL_SITTING, 'UTC').sittings.map(({ taskId }) => taskId);
    expect(order).toEqual(['tonight', 'tonight', 'tonight', 'old', 'later', 'later', 'later']);
  });

  it('goes on counting where pinned ones left off', () => {
    expect(plan([task('a', 50, null, { before: 2 })], evenings(1), USUAL_SITTING, 'UTC').sittings[0]?.no).toBe(3);
  });

  it('never sits longer, or at two things at once, or before it opens; and is the same twice', () => {
    fc.assert(
      fc.property(tasks(12), fc.integer({ min: 1, max: 8 }), sittingWish, (list, days, wish) => {
        const free = evenings(days);
        const made = plan(list, free, wish, 'UTC');
        expect(plan(list, free, wish, 'UTC')).toEqual(made);
        for (const [i, { from, to, taskId }] of made.sittings.entries()) {
          expect(to - from).toBeLessThanOrEqual(wish.longest * MINUTE);
          expect(from).toBeGreaterThanOrEqual(
            (made.sittings[i - 1]?.to ?? 0) + (free.some((one) => one.from === from) ? 0 : wish.pause * MINUTE)
          );
          expect(free.some((one) => one.from <= from && to <= one.to)).toBe(true);
          expect(from).toBeGreaterThanOrEqual(list.find(({ id }) => id === taskId)?.opens ?? 0);
        }
        const sat = made.sittings
          .filter(({ late }) => !late)
          .reduce((sum, { from, to }) => sum + (to - from) / MINUTE, 0);
        expect(sat + made.lateMinutes).toBe(list.reduce((sum, { minutes }) => sum + minutes, 0));
      })
    );
  });

  it('is never later than the best that trying everything finds', () => {
    const short = { ...USUAL_SITTING, longest: 50, shortest: 20 };
    fc.assert(
      fc.property(tasks(5), fc.integer({ min: 1, max: 2 }), (list, days) => {
        const free = evenings(days);
        const places = placesIn(free, short, 'UTC');
        const units = list.flatMap((one) => {
          const count = Math.max(1, Math.min(Math.ceil(one.minutes / 50), Math.floor(one.minutes / 20) || 1));
          const each = Math.min(50, Math.ceil(one.minutes / count));
          const whole = Math.ceil(one.minutes / each);
          return Array.from({ length: whole }, (_, i) => ({
            one,
            minutes: i === whole - 1 ? one.minutes - each * (whole - 1) : each
          }));
        });
        if (units.length > 6) return;
        const least = leastLate(
          units.map(({ one, minutes }) =>
            places.flatMap(({ from, to }, i) =>
              from + minutes * MINUTE <= to &&
              (one.opens ?? 0) <= from &&
              from + minutes * MINUTE <= (one.due ?? Infinity)
                ? [i]
                : []
            )
          ),
          units.map(({ minutes }) => minutes)
        );
        expect(plan(list, free, short, 'UTC').lateMinutes).toBe(least);
      }),
      { numRuns: 2000 }
    );
  });
});

/** Every way of giving sittings places, or none: the least minutes that are left without. */
function leastLate(fits: number[][], minutes: number[], used = new Set<number>(), at = 0): number {
  if (at === fits.length) return 0;
  let least = (minutes[at] ?? 0) + leastLate(fits, minutes, used, at + 1);
  for (const place of fits[at] ?? []) {
    if (used.has(place)) continue;
    least = Math.min(least, leastLate(fits, minutes, new Set([...used, place]), at + 1));
  }
  return least;
}

const sittingWish: fc.Arbitrary<Sitting> = fc.constantFrom(
  USUAL_SITTING,
  { shortest: 30, longest: 30, pause: 0, dayMost: null },
  { shortest: 15, longest: 90, pause: 15, dayMost: null }
);

function tasks(most: number): fc.Arbitrary<PlanTask[]> {
  const one = fc.record({
    minutes: fc.integer({ min: 5, max: 160 }),
    due: fc.option(fc.integer({ min: 0, max: 60 }).map((h) => T0 + h * HOUR)),
    opens: fc.option(fc.integer({ min: -3, max: 40 }).map((h) => T0 + h * HOUR)),
    weight: fc.integer({ min: 0, max: 5 })
  });
  return fc
    .array(one, { maxLength: most })
    .map((list) => list.map((given, i) => task(`t${i}`, given.minutes, given.due, given)));
}
