import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SETTLED_BY, WAYS } from '../judging/ways';
import { STANDINGS } from '../packets/custody';
import { DAY, HOUR } from '../time/moment';
import { byCourse, courseSummary } from './by-course';
import { canRepair, gradeItem, stillOpen } from './grade-item';
import type { GradeLine } from './line';
import { gradeLine, NOW } from './line.testing';
import { mayChange, roundWords } from './may-change';
import { gradeState } from './state';

const aDay = fc.integer({ min: -9, max: 9 }).map((days) => NOW + days * DAY + HOUR);
const lines: fc.Arbitrary<GradeLine> = fc
  .record({
    standing: fc.constantFrom(...STANDINGS),
    settledBy: fc.constantFrom(null, ...SETTLED_BY),
    holder: fc.constantFrom('student' as const, 'teacher' as const, 'nobody' as const),
    settles: fc.constantFrom(...WAYS),
    points: fc.constantFrom(null, 0, 7, 20),
    given: fc.constantFrom(null, 0, 5, 20, 23),
    kept: fc.constantFrom(null, 0, 0.5, 1),
    standingKept: fc.constantFrom(null, 0.5, 1),
    due: fc.option(aDay, { nil: null }),
    closes: fc.option(aDay, { nil: null }),
    late: fc.constantFrom<GradeLine['late']>(
      { kind: 'none' },
      { kind: 'per-day', percent: 10, graceMinutes: 0, floorPercent: 50 },
      { kind: 'not-accepted', graceMinutes: 0 }
    ),
    allowance: fc.constantFrom(null, 1, 3),
    roundsUsed: fc.integer({ min: 0, max: 3 })
  })
  .map((over) => gradeLine(over));

describe('what may still come of a row', () => {
  it('lies between bounds, can only fall by waiting, and is nothing where the result stands', () => {
    fc.assert(
      fc.property(lines, (line) => {
        const open = stillOpen(line, NOW);
        if (open === null) return;
        expect(['settled', 'closed']).not.toContain(line.standing);
        expect(open.low).toBeGreaterThanOrEqual(0);
        expect(open.low).toBeLessThanOrEqual(open.high);
        if (open.highTomorrow !== null) {
          expect(open.highTomorrow).toBeLessThan(open.high);
          expect(open.highTomorrow).toBeGreaterThanOrEqual(open.low);
        }
        if (open.kind === 'repair') expect([canRepair(line, NOW), open.high > open.low]).toEqual([true, true]);
        expect(open.points).toBe(gradeItem(line, NOW).possible !== null);
      }),
      { numRuns: 1000 }
    );
  });

  it('is a better result where a round is left, and never a worse one', () => {
    const back = { standing: 'another-round', given: 12, kept: 1, round: 1, roundsUsed: 1 } as const;
    const of = (over: Partial<GradeLine>) => stillOpen(gradeLine({ ...back, ...over }), NOW);
    expect(of({})).toMatchObject({ kind: 'repair', low: 12, high: 20 });
    expect(of({ allowance: 1 })).toBeNull();
    expect(of({ closes: NOW - 1 })).toBeNull();
    expect(of({ given: 20 })).toBeNull();
    expect(of({ given: null, kept: null })).toMatchObject({ kind: 'open', low: 0, high: 20 });
  });

  it('is what lateness leaves of what waits with the teacher', () => {
    const line = gradeLine({ standing: 'submitted', holder: 'teacher', standingKept: 0.5 });
    expect(stillOpen(line, NOW)).toMatchObject({
      kind: 'waiting',
      low: 0,
      high: 10,
      highTomorrow: null,
      minutesLeft: 0
    });
  });
});

describe('whether a row may change', () => {
  it('is said for what can still be handed in, and never for what cannot', () => {
    fc.assert(
      fc.property(lines, (line) => {
        const words = mayChange(line, NOW, 'UTC');
        if (/Another round can/.test(words)) expect(canRepair(line, NOW)).toBe(true);
        if (/[^,] 0 rounds/.test(words)) throw new Error(words);
        if (gradeState(line, NOW) === 'waiting') expect(words).toBe('A result is still to come');
      })
    );
  });

  it('names how many rounds are left, and until when', () => {
    const back = (over: Partial<GradeLine>) =>
      mayChange(gradeLine({ standing: 'another-round', roundsUsed: 1, ...over }), NOW, 'UTC');
    expect(back({})).toBe('Another round can be handed in');
    expect(back({ allowance: 2 })).toBe('Another round can be handed in: it is the last one');
    expect(back({ allowance: 3 })).toBe('Another round can be handed in: 2 rounds are left');
    expect(back({ allowance: 1 })).toBe('No further round can be handed in');
    expect(back({ closes: NOW + DAY })).toMatch(/^Another round can be handed in until .*\d/);
    expect(mayChange(gradeLine({ standing: 'settled', settledBy: 'excused', holder: 'nobody' }), NOW, 'UTC')).toBe('');
  });

  it('says which round counts where there was more than one', () => {
    expect(roundWords(gradeLine({ round: 2, roundsUsed: 3, given: 9 }))).toBe('Round 2 of 3 counts');
    for (const over of [
      { round: 1, roundsUsed: 1, given: 9 },
      { round: 2, roundsUsed: 3 },
      { roundsUsed: 3, given: 9 }
    ])
      expect(roundWords(gradeLine(over))).toBe('');
  });
});

describe('rows by course', () => {
  it('lie with their own, each once, in the order in which the courses came', () => {
    const of = (slug: string, over: Partial<GradeLine> = {}) =>
      gradeLine({ ...over, course: { ...gradeLine({}).course, slug } });
    const rows = [
      of('b', { standing: 'another-round' }),
      of('a', { standing: 'settled', settledBy: 'result', holder: 'nobody' }),
      of('b', { due: NOW - HOUR }),
      of('b', { standing: 'settled', settledBy: 'excused', holder: 'nobody' })
    ];
    const groups = byCourse(rows, NOW);
    expect(groups.map(({ course, lines: own, needs, returned }) => [course.slug, own.length, needs, returned])).toEqual(
      [
        ['b', 3, 2, 0],
        ['a', 1, 0, 1]
      ]
    );
    expect(groups.map(courseSummary)).toEqual(['2 ask something of you, 3 in all.', '1 came back, 1 in all.']);
    expect(courseSummary({ ...groups[0], needs: 1, returned: 2 } as (typeof groups)[number])).toBe(
      '1 asks something of you, 2 came back, 3 in all.'
    );
  });
});
