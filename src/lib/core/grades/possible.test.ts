import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Decimal } from '../decimal';
import { courseGrade, type GradeMade } from './course-grade';
import { explained } from './explain';
import type { GradeItem } from './items';
import { schemeMoves } from './moves';
import { gradeOverTime } from './over-time';
import { pointsLost } from './lost';
import { bounds, movers, needed, supposing, type StillOpen } from './possible';
import { usualScheme, Scheme } from './scheme';
import { wished } from './scales';
import { gradeOf, category } from './worked/example';

const NOW = Date.parse('2027-03-10T15:20:00Z');
const item = (id: string, earned: number | null, possible = 20): GradeItem => ({
  id,
  title: `Work ${id}`,
  possible,
  earned,
  passed: null,
  excused: false,
  absent: false,
  due: null
});
const open = (id: string, over: Partial<StillOpen> = {}): StillOpen => ({
  id,
  title: `Work ${id}`,
  kind: 'open',
  low: 0,
  high: 20,
  highTomorrow: null,
  points: true,
  minutesLeft: 60,
  ...over
});
const made = (...items: GradeItem[]): GradeMade => ({ items, now: NOW, zone: 'UTC' });
const scheme = usualScheme([]);

describe('what is still possible', () => {
  const whole = made(item('a', 15), item('b', null), item('c', null));
  const rest = [open('b'), open('c', { high: 16, minutesLeft: 30 })];

  it('reaches from everything at its least to everything at its most', () => {
    const { lowest, highest } = bounds(scheme, whole, rest);
    expect([lowest.result?.text, highest.result?.text]).toEqual(['25 %', '85 %']);
  });

  it('says what a wish takes: evenly, and by each alone', () => {
    expect(needed(scheme, whole, rest, new Decimal(60))).toEqual({
      kind: 'needs',
      // 15 + 0.59 × 36 = 36.2 of 60 are 60.4 %; at 58 % they are 59.8 %.
      evenly: 59,
      // The other at three quarters of what it gives: 12 and 15 points.
      alone: [
        { id: 'b', title: 'Work b', points: true, needs: 9, of: 20 },
        { id: 'c', title: 'Work c', points: true, needs: 6, of: 16 }
      ]
    });
  });

  it('says that it cannot be reached any more, and that it is certain', () => {
    expect(needed(scheme, whole, rest, new Decimal(86))).toMatchObject({ kind: 'out-of-reach' });
    expect(needed(scheme, whole, rest, new Decimal(20))).toEqual({ kind: 'certain' });
    expect(wished('abc', scheme.scale)).toBeNull();
  });

  it('says what moves the result most for an hour, and what a day costs', () => {
    const moves = movers(scheme, whole, [
      open('b', { highTomorrow: 18 }),
      open('c', { kind: 'waiting', minutesLeft: 0 })
    ]);
    expect(moves.map(({ id, gain, perHour, dayCosts }) => [id, gain, perHour, dayCosts])).toEqual([
      ['b', 33.33, 33.33, 3.33],
      ['c', 33.33, null, 0]
    ]);
  });

  it('holds: no result within the limits of what is open leads out of the band, and the least that is needed is the least', () => {
    const points = fc.integer({ min: 0, max: 40 }).map((n) => n / 2);
    fc.assert(
      fc.property(fc.option(points), points, points, fc.integer({ min: 0, max: 100 }), (had, b, c, wish) => {
        const all = made(item('a', had), item('b', null), item('c', null));
        const both = [open('b'), open('c')];
        const then = supposing(
          scheme,
          all,
          new Map([
            ['b', b],
            ['c', c]
          ])
        ).percent;
        const { lowest, highest } = bounds(scheme, all, both);
        expect(then && lowest.percent && highest.percent && then.gte(lowest.percent) && then.lte(highest.percent)).toBe(
          true
        );
        const answer = needed(scheme, all, both, new Decimal(wish));
        if (answer.kind !== 'needs') return;
        const at = (percent: number) =>
          supposing(scheme, all, new Map(both.map(({ id, high }) => [id, Math.round(high * percent) / 100]))).result
            ?.figure;
        expect(at(answer.evenly)?.gte(wish)).toBe(true);
        expect(at(answer.evenly - 1)?.lt(wish)).toBe(true);
      })
    );
  });

  it('keeps nothing of what is supposed', () => {
    const before = JSON.stringify(whole);
    supposing(scheme, whole, new Map([['b', 20]]));
    expect(JSON.stringify(whole)).toBe(before);
  });
});

describe('why a grade is what it is', () => {
  it('is said step by step, with the figures of the reckoning', () => {
    const grade = gradeOf({
      title: '',
      scheme: {
        categories: [category('Labs', { weight: 40, dropLowest: 1 }), category('Exam', { weight: 60 })],
        pass: 50
      },
      rows: [
        ['Lab 1', 'Labs', '18/20'],
        ['Lab 2', 'Labs', '3/20'],
        ['Exam', 'Exam', '91/100']
      ],
      result: null,
      by: ''
    });
    const by = Scheme.parse({
      between: 'weights',
      categories: [category('Labs', { weight: 40, dropLowest: 1 }), category('Exam', { weight: 60 })],
      rest: 'Labs',
      absent: { kind: 'never' },
      scale: { kind: 'percent' },
      rounding: { step: 0.1, how: 'half-up' },
      pass: 50
    });
    expect(explained(by, grade).map(({ says }) => says)).toEqual([
      'The points add up to 18 of 20, that is 90 %. “Lab 2” is left out as the lowest: the result is highest without it.',
      'The points add up to 91 of 100, that is 91 %.',
      '(90 % × 40 + 91 % × 60) / 100 = 90.6 %. Rounded once, to one decimal, halves up: 90.6 %. With that it is passed.'
    ]);
  });

  it('tells the course over time, return by return', () => {
    const points = gradeOverTime(
      scheme,
      made(item('a', 15), item('b', 5), item('c', null)),
      new Map([
        ['b', NOW - 1000],
        ['a', NOW - 2000]
      ])
    );
    expect(points.map(({ title, percent }) => [title, percent])).toEqual([
      ['Work a', 75],
      ['Work b', 50]
    ]);
  });

  it('tells where points went, rows of one name together', () => {
    const rows = [
      { title: 'Method', most: 10, got: 7.5 },
      { title: 'Method', most: 10, got: 9 },
      { title: 'Figures', most: 5, got: 5 }
    ];
    expect(pointsLost(rows, [1.7, 0])).toEqual([
      { what: 'Method', points: 3.5, times: 2 },
      { what: 'Lateness', points: 1.7, times: 1 }
    ]);
  });

  it('tells who would move under another scheme, the furthest first', () => {
    const people = ['a', 'b', 'c'].map((id) => ({ id, name: id }));
    const by = (rounding: 0.1 | 1) =>
      new Map(
        people.map(({ id }, i) => [
          id,
          courseGrade({ ...scheme, rounding: { step: rounding, how: 'down' } }, made(item('x', 10 + i * 0.7)))
        ])
      );
    expect(schemeMoves(people, by(0.1), by(1))).toEqual({
      moves: [{ id: 'b', name: 'b', before: '53.5 %', after: '53 %', by: 0 }],
      stay: 2
    });
  });
});
