import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { HOUR } from '../time/moment';
import { onTimeMatching } from './matching';
import { isOnTime, sittingsOf, type PlanTask, type Unit } from './sittings';
import { planTask } from './task.testing';

const task = (over: Partial<PlanTask> = {}) => planTask('a', 90, 10 * HOUR, over);
const bounds = fc
  .tuple(fc.integer({ min: 10, max: 60 }), fc.integer({ min: 0, max: 120 }))
  .map(([shortest, more]) => ({ shortest, longest: shortest + more }));

describe('the sittings of some work', () => {
  it('make up all of it, none longer than wished, all but the last alike', () => {
    fc.assert(
      fc.property(fc.integer({ min: -20, max: 3000 }), bounds, (minutes, sitting) => {
        const units = sittingsOf(task({ minutes }), { ...sitting, apart: 0 } as never, { from: 0, to: 99 * HOUR });
        expect(units.reduce((sum, unit) => sum + unit.minutes, 0)).toBe(Math.max(0, minutes));
        for (const unit of units) {
          expect(unit.minutes).toBeGreaterThan(0);
          expect(unit.minutes).toBeLessThanOrEqual(sitting.longest);
        }
        expect(new Set(units.slice(0, -1).map((unit) => unit.minutes)).size).toBeLessThanOrEqual(1);
      })
    );
  });

  it('are spread up to its end where it is done a bit at a time, and wanted at once where it is overdue', () => {
    const sitting = { shortest: 30, longest: 30 } as never;
    const stretch = { from: 0, to: 99 * HOUR };
    const of = (over: Partial<PlanTask>) => sittingsOf(task(over), sitting, stretch).map((unit) => unit.better);
    expect(of({ paced: true, due: 9 * HOUR })).toEqual([3 * HOUR, 6 * HOUR, 9 * HOUR]);
    expect(of({ overdue: true, due: null })).toEqual([0, 0, 0]);
    expect(of({ better: 4 * HOUR })).toEqual([4 * HOUR, 4 * HOUR, 4 * HOUR]);
    expect(of({ due: null })).toEqual([Infinity, Infinity, Infinity]);
  });
});

describe('a sitting in a place', () => {
  it('is on time when it fits, has opened and ends by when it is due, to the moment', () => {
    const unit: Unit = { task: task({ opens: HOUR, due: 3 * HOUR }), minutes: 60, better: 0 };
    expect(isOnTime(unit, { from: HOUR, to: 2 * HOUR })).toBe(true);
    expect(isOnTime(unit, { from: 2 * HOUR, to: 3 * HOUR })).toBe(true);
    expect(isOnTime(unit, { from: HOUR - 1, to: 2 * HOUR })).toBe(false);
    expect(isOnTime(unit, { from: 2 * HOUR + 1, to: 9 * HOUR })).toBe(false);
    expect(isOnTime(unit, { from: HOUR, to: 2 * HOUR - 1 })).toBe(false);
  });
});

describe('which sittings can be on time together', () => {
  const places = fc
    .array(fc.integer({ min: 0, max: 7 }), { minLength: 1, maxLength: 5 })
    .map((hours) =>
      [...new Set(hours)].sort((a, b) => a - b).map((hour) => ({ from: hour * HOUR, to: (hour + 1) * HOUR }))
    );
  const units = fc.array(
    fc.record({
      minutes: fc.constantFrom(20, 40, 60),
      due: fc.integer({ min: 1, max: 8 }),
      opens: fc.integer({ min: 0, max: 5 })
    }),
    { maxLength: 6 }
  );

  it('are as many minutes as trying everything finds, each alone in a place where it is on time', () => {
    fc.assert(
      fc.property(units, places, (wanted, free) => {
        const all = wanted.map(({ minutes, due, opens }, i): Unit => ({
          task: task({ id: String(i), minutes, due: due * HOUR, opens: opens * HOUR }),
          minutes,
          better: 0
        }));
        const found = onTimeMatching(all, free);
        const taken = found.filter((place) => place !== null);
        expect(new Set(taken).size).toBe(taken.length);
        let minutes = 0;
        found.forEach((place, i) => {
          const [unit, stretch] = [all[i], free[place ?? -1]];
          if (place === null || !unit || !stretch) return;
          expect(isOnTime(unit, stretch)).toBe(true);
          minutes += unit.minutes;
        });
        expect(minutes).toBe(mostMinutes(all, free));
      }),
      { numRuns: 300 }
    );
  });
});

/** The most minutes that can be on time together, by trying everything. */
function mostMinutes([unit, ...rest]: Unit[], free: Array<{ from: number; to: number }>): number {
  if (!unit) return 0;
  const placed = free.map((stretch, i) =>
    isOnTime(unit, stretch) ? unit.minutes + mostMinutes(rest, free.toSpliced(i, 1)) : 0
  );
  return Math.max(mostMinutes(rest, free), ...placed);
}
