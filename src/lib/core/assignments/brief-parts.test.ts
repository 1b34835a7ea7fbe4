import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { AssignmentDraft, impactWords } from './draft';
import { isCurve, lateCurve } from '../lateness/late-curve';
import { lateness } from '../lateness/lateness';
import type { LatePolicy } from '../lateness/late-policy';
import { metByWords, mustDoWords, type MustDo } from './must-do';
import { mostPoints, whereClassLoses, type Criterion } from './rubric';
import { wantedName, wantsWords } from '../pieces/wants';
import { Wants } from '../pieces/wanted';

const DAY = 86_400_000;
const ZONE = 'Atlantic/Faroe';
const DUE = Date.parse('2027-03-12T18:00:00Z');

describe('what lateness costs, step by step', () => {
  const policy = fc.oneof<fc.Arbitrary<LatePolicy>[]>(
    fc.record({
      kind: fc.constant('per-day' as const),
      percent: fc.integer({ min: 0, max: 60 }),
      graceMinutes: fc.integer({ min: 0, max: 3000 }),
      floorPercent: fc.integer({ min: 0, max: 100 })
    }),
    fc.record({
      kind: fc.constant('flat' as const),
      percent: fc.integer({ min: 0, max: 100 }),
      graceMinutes: fc.integer({ min: 0, max: 3000 })
    }),
    fc.record({ kind: fc.constant('not-accepted' as const), graceMinutes: fc.integer({ min: 0, max: 3000 }) }),
    fc.constant({ kind: 'none' as const })
  );
  // Around both clock changes of 2027 in the zone.
  const due = fc.integer({ min: Date.parse('2027-03-20T00:00:00Z'), max: Date.parse('2027-11-10T00:00:00Z') });

  it('says at every moment what a submit at that moment would cost', () => {
    fc.assert(
      fc.property(policy, due, fc.integer({ min: 1, max: 6 * 86_400 }), (late, at, seconds) => {
        const whole = at - (at % 1000);
        const { steps, ends } = lateCurve(whole, null, ZONE, late);
        const moment = whole + seconds * 1000;
        if (moment >= ends) return;
        // A step holds from just after its moment: at the moment itself it is still the second before.
        const kept = steps.findLast((step) => step.from < moment)?.kept;
        expect(kept).toBe(lateness(moment, whole, ZONE, late).kept);
      }),
      { numRuns: 300 }
    );
  });

  it('falls and never rises', () => {
    fc.assert(
      fc.property(policy, due, (late, at) => {
        const { steps, ends } = lateCurve(at, null, ZONE, late);
        steps.slice(1).forEach((step, i) => {
          expect(step.kept).toBeLessThan(steps[i]?.kept ?? 0);
          expect(step.from).toBeGreaterThanOrEqual(steps[i]?.from ?? Infinity);
        });
        expect(ends).toBeGreaterThanOrEqual(at);
      })
    );
  });

  it('counts days on the clock of the course through the change to summer time', () => {
    const friday = Date.parse('2027-03-26T18:00:00Z');
    const late = { kind: 'per-day', percent: 10, graceMinutes: 0, floorPercent: 50 } as const;
    // On 28 March the clocks go forward: the third day begins after 47 hours.
    expect(lateCurve(friday, null, ZONE, late).steps.slice(0, 4)).toEqual([
      { from: friday, kept: 1 },
      { from: friday, kept: 0.9 },
      { from: friday + DAY, kept: 0.8 },
      { from: friday + 2 * DAY - 3_600_000, kept: 0.7 }
    ]);
  });

  it('ends where nothing can be submitted any more', () => {
    const late = { kind: 'per-day', percent: 10, graceMinutes: 0, floorPercent: 0 } as const;
    const { steps, ends } = lateCurve(DUE, DUE + 1.5 * DAY, ZONE, late);
    expect([steps.length, ends]).toEqual([3, DUE + 1.5 * DAY]);
    expect(isCurve(late)).toBe(true);
    expect(isCurve({ kind: 'none' })).toBe(false);
  });
});

describe('what a deliverable wants', () => {
  it.each<[Wants, string[]]>([
    [{}, []],
    [{ words: { from: 800, to: 1200 } }, ['800 to 1,200 words']],
    [{ pages: { to: 2 }, howMany: { from: 1, to: 1 } }, ['exactly 1 piece', 'at most 2 pages']],
    [{ seconds: { from: 60, to: 120 } }, ['1 min to 2 min']],
    [{ types: ['docx', 'pdf'], bytes: 8_000_000 }, ['DOCX or PDF', 'at most 8 MB each']],
    [{ kinds: ['file', 'scan', 'recording'] }, ['file, scan or recording']],
    [{ howMany: { from: 2 } }, ['at least 2 pieces']]
  ])('%j', (wants, words) => expect(wantsWords(wants)).toEqual(words));

  it('passes over kinds that were kept and nothing can fill', () =>
    expect(Wants.parse({ kinds: ['file', 'hologram', 'link'] })).toEqual({ kinds: ['file', 'link'] }));

  it('refuses a range whose ends are crossed', () =>
    expect(Wants.safeParse({ words: { from: 3, to: 2 } }).success).toBe(false));

  const ilse = {
    name: 'Ilse Varga',
    sortName: 'Varga, Ilse',
    assignment: 'Field report',
    deliverable: 'Data: file',
    course: 'Tidal Ecology'
  };
  it('names a piece by its pattern, fit for any file system', () => {
    expect(wantedName('{surname} {deliverable} ({course})', ilse)).toBe('Varga Data- file (Tidal Ecology)');
    expect(wantedName('{name}/{assignment}', ilse)).toBe('Ilse Varga-Field report');
  });
  it('leaves words alone that stand for nothing', () =>
    expect(wantedName('{week} {constructor}', ilse)).toContain('{week}'));
});

describe('the rubric', () => {
  const criterion = (id: string, ...points: number[]): Criterion => ({
    id,
    title: id,
    hint: '',
    levels: points.map((p, i) => ({ id: `${id}${i}`, title: 'L', says: '', points: p }))
  });
  const rows = [criterion('a', 10, 5, 0), criterion('b', 4, 0), criterion('c', 0)];
  it('says where the class loses points, the worst first', () => {
    const judged = [
      { criterionId: 'a', works: 5, mean: 8 },
      { criterionId: 'b', works: 7, mean: 1 }
    ];
    expect(whereClassLoses(rows, judged)).toEqual([
      { criterionId: 'b', share: 0.75 },
      { criterionId: 'a', share: expect.closeTo(0.2) as number }
    ]);
  });
  it('says nothing from four works, nor of a row without points', () => {
    const judged = [
      { criterionId: 'a', works: 4, mean: 1 },
      { criterionId: 'c', works: 9, mean: 0 }
    ];
    expect(whereClassLoses(rows, judged)).toEqual([]);
    expect(mostPoints(criterion('d'))).toBe(0);
  });
});

describe('must-do items', () => {
  const item = (met: boolean, optional = false): MustDo => ({ id: 'x', text: 'Do it', optional, metBy: 'tick', met });
  it('counts what is required, never what is optional', () => {
    expect(mustDoWords([item(true), item(false), item(false, true)])).toBe('1 of 2 done');
    expect(mustDoWords([item(false, true)])).toBeNull();
    expect(metByWords('tick')).toBeNull();
    expect(metByWords('aside')).toContain('write to your teacher');
  });
});

describe('changing an assignment that students have begun', () => {
  const draft = (over: object = {}) =>
    AssignmentDraft.parse({
      title: 'Field report',
      brief: '',
      deliverables: [{ id: crypto.randomUUID(), title: 'Report' }],
      ...over
    });
  const begun = { started: 2, submitted: 1, piecesInRemoved: 3 };
  const before = draft();
  it('says nothing where nobody has begun, or nothing changes for them', () => {
    expect(impactWords(before, { ...before, due: DUE }, { ...begun, started: 0 })).toEqual([]);
    expect(impactWords(before, before, begun)).toEqual([]);
  });
  it('says whom a date concerns, and what happens to pieces whose place goes away', () => {
    const words = impactWords(before, { ...draft({ deliverables: [{ title: 'Poster' }] }), due: DUE }, begun);
    expect(words[0]).toContain('2 students who have begun');
    expect(words[1]).toContain('3 pieces that lie there stay');
    expect(words[2]).toContain('“Poster” is new');
  });
  it('never counts a new optional place as something lacking', () => {
    const after = {
      ...before,
      deliverables: [
        ...before.deliverables,
        ...draft({ deliverables: [{ title: 'Sketch', optional: true }] }).deliverables.map((d) => ({
          ...d,
          id: undefined
        }))
      ]
    };
    expect(impactWords(before, after, begun)).toEqual([]);
  });
  it.each([
    [{ due: DUE, closes: DUE - 1 }, 'closes before it is due'],
    [{ due: DUE, opens: DUE }, 'opens after it is due'],
    [{ due: DUE, passBy: DUE - 1 }, 'passed before it is due'],
    [{ title: ' ' }, 'Give it a title'],
    [{ points: 0 }, 'more than zero']
  ])('refuses %j', (over, words) => {
    const answer = AssignmentDraft.safeParse({ title: 'T', brief: '', ...over });
    expect(answer.error?.issues[0]?.message).toContain(words);
  });
});
