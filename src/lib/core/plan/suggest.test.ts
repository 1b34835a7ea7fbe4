import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { DeskLine } from '../packets/desk';
import { DAY, HOUR } from '../time/moment';
import { PLAN_NOW, planLine } from './inputs.testing';
import { layRunway, runwayReach, type RunwayDue } from './runway';
import { reasonsFor, suggest } from './suggest';
import { minutesLeft } from './work-left';

const NOW = PLAN_NOW;
const line = (title: string, over: Partial<DeskLine> = {}): DeskLine =>
  planLine(title, { due: NOW + 5 * DAY, ...over });

describe('what to do next', () => {
  const plain = line('plain');
  it.each<[string, DeskLine[], string]>([
    [
      'what was taken back before all else',
      [line('overdue', { due: NOW - DAY }), line('back', { standing: 'taken-back', due: NOW + 9 * DAY })],
      'back'
    ],
    [
      'what is overdue before what is due tomorrow',
      [line('tomorrow', { due: NOW + DAY }), line('overdue', { due: NOW - HOUR })],
      'overdue'
    ],
    [
      'what presses: six hours of work due in ten',
      [
        line('soon', { due: NOW + 5 * HOUR, expectedMinutes: 10 }),
        line('big', { due: NOW + 10 * HOUR, expectedMinutes: 360 })
      ],
      'big'
    ],
    [
      'of two overdue ones, the one that closes for good tonight',
      [line('open', { due: NOW - DAY }), line('closing', { due: NOW - HOUR, closes: NOW + 3 * HOUR })],
      'closing'
    ],
    [
      'the greater share of the grade, all else being equal',
      [line('small', { weight: 2 }), line('large', { weight: 25 })],
      'large'
    ],
    ['what is begun, all else being equal', [plain, line('begun', { standing: 'in-progress' })], 'begun'],
    [
      'what is due first, where the score is the same',
      [line('later', { due: null }), line('undated', { due: null }), plain],
      'plain'
    ],
    ['nothing that has not opened', [line('not yet', { opens: NOW + HOUR, due: NOW + 2 * HOUR }), plain], 'plain'],
    [
      'nothing that is with the teacher',
      [line('theirs', { holder: 'teacher', standing: 'submitted', due: NOW - DAY }), plain],
      'plain'
    ]
  ])('%s', (_name, lines, title) => expect(suggest(lines, NOW)?.line.title).toBe(title));

  it('is nothing where nothing is in hand', () => {
    expect(suggest([], NOW)).toBeNull();
    expect(
      suggest([line('closed', { standing: 'closed' }), line('done', { holder: 'nobody', standing: 'settled' })], NOW)
    ).toBeNull();
  });

  it('explains its score: the reasons add up to it, and each has words', () => {
    const standing = fc.constantFrom('not-started', 'in-progress', 'taken-back', 'another-round') as fc.Arbitrary<
      DeskLine['standing']
    >;
    const any = fc.record({
      due: fc.option(fc.integer({ min: NOW - 20 * DAY, max: NOW + 20 * DAY })),
      closes: fc.option(fc.integer({ min: NOW + 1, max: NOW + 20 * DAY })),
      weight: fc.option(fc.integer({ min: 0, max: 100 })),
      expectedMinutes: fc.option(fc.integer({ min: 1, max: 5000 })),
      standing
    });
    fc.assert(
      fc.property(fc.array(any, { minLength: 1, maxLength: 6 }), (all) => {
        const lines = all.map((over, i) => line(String(i), over));
        const best = suggest(lines, NOW);
        expect(best?.score).toBe(best?.reasons.reduce((sum, reason) => sum + reason.weight, 0));
        for (const one of lines) {
          const reasons = reasonsFor(one, NOW);
          expect(reasons.every(({ weight, words }) => weight > 0 && words.length > 5)).toBe(true);
          expect(reasons.reduce((sum, { weight }) => sum + weight, 0)).toBeLessThanOrEqual(best?.score ?? 0);
        }
      })
    );
  });
});

it('keeps a tenth of the work for checking and submitting', () => {
  expect(minutesLeft({ expectedMinutes: 100, asked: 4, filled: 1 })).toBe(75);
  expect(minutesLeft({ expectedMinutes: 100, asked: 4, filled: 4 })).toBe(10);
  expect(minutesLeft({ expectedMinutes: null, asked: 0, filled: 0 })).toBe(45);
  // A copy that nobody has answered is no filled place.
  expect(minutesLeft({ expectedMinutes: 100, asked: 1, filled: 1, answered: [1, 4] })).toBe(75);
  expect(minutesLeft({ expectedMinutes: 100, asked: 4, filled: 1, answered: [4, 4] })).toBe(75);
  // A page of which a quarter is written is a quarter of a place.
  expect(minutesLeft({ expectedMinutes: 100, asked: 2, filled: 2, unwritten: 0.75 })).toBe(38);
  expect(minutesLeft({ expectedMinutes: 100, asked: 1, filled: 1, unwritten: 1 })).toBe(100);
});

describe('the runway', () => {
  const due = (title: string, at: number, over: Partial<RunwayDue> = {}): RunwayDue => ({
    assignmentId: title,
    title,
    courseTitle: 'C',
    emblem: 'shell',
    due: at,
    minutesLeft: 60,
    holder: 'student',
    standing: 'not-started',
    ...over
  });
  it('gathers what is overdue, and only what is still the student’s', () => {
    const dues = [
      due('late', NOW - HOUR),
      due('later', NOW - 3 * DAY),
      due('submitted', NOW - DAY, { holder: 'teacher', standing: 'submitted' }),
      due('closed', NOW - DAY, { standing: 'closed' })
    ];
    expect(layRunway(dues, NOW, 'UTC').overdue.map(({ title }) => title)).toEqual(['later', 'late']);
  });
  it('measures strokes by the work left, the longest being 1', () => {
    const { strokes } = layRunway(
      [due('a', NOW + DAY, { minutesLeft: 30 }), due('b', NOW + HOUR, { minutesLeft: 120 })],
      NOW,
      'UTC'
    );
    expect(strokes.map(({ title, length }) => [title, length])).toEqual([
      ['b', 1],
      ['a', 0.25]
    ]);
  });
  it.each([
    ['forward', '2027-03-25T10:00:00Z', 14 * DAY - HOUR],
    ['back', '2027-10-28T10:00:00Z', 14 * DAY + HOUR]
  ])('is 14 days of the reader’s calendar when the clocks go %s', (_way, at, length) => {
    const now = Date.parse(at);
    const runway = layRunway([], now, 'Atlantic/Faroe');
    expect(runway.ends - runway.begins).toBe(length);
    expect(runway.days).toHaveLength(14);
    expect(runway.days[0]?.at).toBe(0);
  });
  it('puts every stroke between its ends, in the order in which things are due', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: NOW - 30 * DAY, max: NOW + 30 * DAY })), (moments) => {
        const { strokes, overdue, ends } = layRunway(
          moments.map((at, i) => due(String(i), at)),
          NOW,
          'Atlantic/Faroe'
        );
        for (const { at } of strokes) expect(at >= 0 && at < 1).toBe(true);
        expect(strokes.map(({ due: at }) => at)).toEqual(strokes.map(({ due: at }) => at).sort((a, b) => a - b));
        expect(strokes.length + overdue.length).toBe(moments.filter((at) => at < ends).length);
      })
    );
  });
  it('reaches beyond the ribbon on both sides', () => {
    const { from, to } = runwayReach(NOW);
    expect(from).toBeLessThan(NOW);
    expect(to).toBeGreaterThan(NOW + 14 * DAY);
  });
});
