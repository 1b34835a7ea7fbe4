import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Decimal } from '../decimal';
import { courseGrade, type GradeMade } from './course-grade';
import type { GradeItem } from './items';
import { digits, gradeByTrying } from './reference';
import { INSIDE, Scheme } from './scheme';

const NOW = Date.parse('2027-03-10T15:20:00Z');
const points = fc.integer({ min: 0, max: 40 }).map((halves) => halves / 2);

const item = (i: number): fc.Arbitrary<GradeItem> =>
  fc
    .record({
      possible: fc.constantFrom(5, 10, 12.5, 20, null),
      earned: fc.option(points),
      passed: fc.option(fc.boolean()),
      excused: fc.integer({ min: 0, max: 9 }).map((n) => n === 0),
      absent: fc.integer({ min: 0, max: 5 }).map((n) => n === 0)
    })
    .map(({ possible, earned, passed, excused, absent }) => ({
      id: `a${i}`,
      title: `A ${i}`,
      possible,
      earned: possible === null || earned === null ? null : Math.min(earned, possible),
      passed: possible === null ? passed : null,
      excused,
      absent: absent && earned === null && passed === null,
      due: NOW - 1
    }));

const category = (id: string) =>
  fc
    .record({
      weight: fc.integer({ min: 1, max: 60 }),
      inside: fc.constantFrom(...INSIDE),
      dropLowest: fc.integer({ min: 0, max: 2 }),
      dropHighest: fc.integer({ min: 0, max: 2 }),
      replace: fc.option(fc.record({ by: fc.constantFrom('a0', 'a3'), most: fc.integer({ min: 1, max: 2 }) })),
      minimum: fc.option(fc.integer({ min: 20, max: 80 })),
      bonus: fc.integer({ min: 0, max: 4 }).map((n) => n === 0)
    })
    .map((one) => ({ id, title: id, ...one }));

/** The nearest scheme that is not refused: what contradicts itself is taken out. */
function allowed(drawn: Scheme): Scheme {
  const counted = drawn.categories.filter(({ bonus }) => !bonus).length;
  const categories = drawn.categories.map((one) => {
    const inside = drawn.between === 'points' ? ('points' as const) : one.inside;
    if (one.bonus) return { ...one, inside, dropLowest: 0, dropHighest: 0, replace: null };
    const tooMany = drawn.between === 'points' && counted > 1;
    if (one.dropHighest === 0 || tooMany) return { ...one, inside, dropHighest: 0 };
    return { ...one, inside, replace: null, dropLowest: inside === 'alike' ? one.dropLowest : 0 };
  });
  // Something has to weigh.
  if (categories.every(({ bonus }) => bonus))
    return allowed({ ...drawn, categories: categories.map((one) => ({ ...one, bonus: false })) });
  return { ...drawn, categories };
}

const scheme: fc.Arbitrary<Scheme> = fc
  .record({
    between: fc.constantFrom('weights' as const, 'points' as const),
    categories: fc.tuple(category('c0'), category('c1')),
    places: fc.array(
      fc.record({
        category: fc.constantFrom('c0', 'c1', null),
        extra: fc.constantFrom(false, false, false, true),
        weight: fc.option(fc.integer({ min: 0, max: 9 }))
      }),
      { minLength: 5, maxLength: 5 }
    ),
    zero: fc.boolean(),
    most: fc.constantFrom(100, 110, null),
    failedAtMost: fc.option(fc.constantFrom(30, 49))
  })
  .map(({ places, zero, ...rest }) => ({
    ...rest,
    rest: 'c0',
    places: Object.fromEntries(places.map((place, i) => [`a${i}`, place])),
    absent: zero ? { kind: 'after-due' as const, days: 0 } : { kind: 'never' as const },
    scale: { kind: 'percent' as const },
    rounding: { step: 0.1 as const, how: 'half-up' as const },
    pass: null,
    passTakes: { credits: false, stages: false }
  }))
  .map(allowed);
const items = fc.tuple(item(0), item(1), item(2), item(3), item(4));
const made = (list: readonly GradeItem[]): GradeMade => ({ items: list, now: NOW, zone: 'UTC' });

describe('a course’s grade', () => {
  it('is tried on schemes that a teacher could write', () => {
    fc.assert(
      fc.property(scheme, (by) => {
        expect(Scheme.safeParse(by).error?.issues ?? []).toEqual([]);
      }),
      { numRuns: 500 }
    );
  });

  it('equals the one that tries everything, on 10,000 schemes', () => {
    fc.assert(
      fc.property(scheme, items, (by, list) => {
        const slow = gradeByTrying(by, list, (one) => by.absent.kind !== 'never' && one.absent);
        const { percent } = courseGrade(by, made(list));
        expect(percent === null).toBe(slow === null);
        if (percent && slow)
          expect(
            percent
              .sub(new Decimal(digits(slow, 25)))
              .abs()
              .lt('1e-24')
          ).toBe(true);
      }),
      { numRuns: 10_000 }
    );
  });

  it('leaves out what its category misses least, of two that are as good for the result', () => {
    const category = (id: string, over: object) => ({
      ...{ id, title: id, weight: 1, inside: 'points', dropLowest: 0, dropHighest: 0, replace: null, minimum: null },
      ...{ bonus: false, ...over }
    });
    const by = Scheme.parse({
      ...{ between: 'points', most: 100, failedAtMost: 30, rest: 'c0', absent: { kind: 'never' } },
      categories: [category('c0', { bonus: true }), category('c1', { dropHighest: 1, minimum: 51 })],
      places: Object.fromEntries(
        ['c0', 'c1', 'c1'].map((c, i) => [`a${i}`, { category: c, extra: false, weight: null }])
      ),
      ...{ scale: { kind: 'percent' }, rounding: { step: 0.1, how: 'half-up' }, pass: null },
      passTakes: { credits: false, stages: false }
    });
    const one = (i: number, earned: number, possible: number): GradeItem => ({
      ...{ id: `a${i}`, title: `A ${i}`, possible, earned, passed: null, excused: false, absent: false, due: NOW - 1 }
    });
    // Five on top of ten of ten, or of half of five: 150 % either way, but only the ten are above the minimum.
    const list = [one(0, 5, 5), one(1, 2.5, 5), one(2, 10, 10)];
    expect(courseGrade(by, made(list))).toMatchObject({ heldBy: 'most', categories: [{}, { below: false }] });
  });

  it('does not turn on the order of its assignments', () => {
    fc.assert(
      fc.property(scheme, items, fc.integer({ min: 1, max: 4 }), (by, list, turn) => {
        const turned = [...list.slice(turn), ...list.slice(0, turn)];
        expect(courseGrade(by, made(turned)).result?.text).toBe(courseGrade(by, made(list)).result?.text);
      })
    );
  });

  it('is never lowered by a better mark', () => {
    fc.assert(
      fc.property(scheme, items, fc.integer({ min: 0, max: 4 }), points, (by, list, at, more) => {
        const [before, changed] = [list[at], [...list]];
        if (!before || before.earned === null || before.possible === null) return;
        changed[at] = { ...before, earned: Math.min(before.possible, before.earned + more) };
        const [low, high] = [courseGrade(by, made(list)).percent, courseGrade(by, made(changed)).percent];
        if (low && high) expect(high.sub(low).gte('-1e-25')).toBe(true);
      }),
      { numRuns: 1000 }
    );
  });

  it('lies between nothing and what the scheme gives at most', () => {
    fc.assert(
      fc.property(scheme, items, (by, list) => {
        const { percent } = courseGrade(by, made(list));
        if (percent) expect(percent.gte(0) && (by.most === null || percent.lte(by.most))).toBe(true);
      })
    );
  });

  it('is what it was once an excused assignment is taken away', () => {
    fc.assert(
      fc.property(scheme, items, (by, list) => {
        const without = list.filter(({ excused }) => !excused);
        const stands = by.categories.every(({ replace }) => !replace || without.some(({ id }) => id === replace.by));
        if (stands)
          expect(courseGrade(by, made(without)).percent?.toString()).toBe(
            courseGrade(by, made(list)).percent?.toString()
          );
      })
    );
  });
});
