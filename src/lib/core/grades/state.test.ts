import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SETTLED_BY } from '../judging/ways';
import { STANDINGS, type Holder } from '../packets/custody';
import { HOUR } from '../time/moment';
import type { GradeLine } from './line';
import { gradeLine as line, NOW } from './line.testing';
import { gradeState, gradeWords, GRADE_STATES, needsStudent, stateWords } from './state';

describe('the state of a grade', () => {
  it.each([
    [{ standing: 'settled', holder: 'nobody', settledBy: 'result' }, 'returned'],
    [{ standing: 'settled', holder: 'nobody', settledBy: 'passed' }, 'returned'],
    [{ standing: 'settled', holder: 'nobody', settledBy: 'excused' }, 'excused'],
    [{ standing: 'settled', holder: 'nobody', settledBy: 'in-person' }, 'in-person'],
    [{ standing: 'settled', holder: 'nobody', settledBy: 'declared' }, 'declared'],
    [{ standing: 'another-round', due: NOW - HOUR }, 'again'],
    [{ standing: 'taken-back' }, 'gone'],
    [{ standing: 'submitted', holder: 'teacher', due: NOW - HOUR }, 'waiting'],
    [{ standing: 'revising', holder: 'teacher' }, 'waiting'],
    [{ standing: 'in-progress', due: NOW - 1 }, 'overdue'],
    [{ standing: 'in-progress', due: NOW }, 'due'],
    [{ due: null }, 'undated'],
    [{ opens: NOW + 1 }, 'not-open'],
    [{ standing: 'closed', due: NOW - HOUR }, 'closed']
  ] as Array<[Partial<GradeLine>, string]>)('%j is %s', (over, state) =>
    expect(gradeState(line(over), NOW)).toBe(state)
  );

  it('is one of those that have words, whatever the line', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(...STANDINGS),
        fc.constantFrom<Holder>('student', 'teacher', 'nobody'),
        fc.option(fc.constantFrom(...SETTLED_BY, 'excused' as const, 'in-person' as const)),
        fc.option(fc.integer({ min: NOW - HOUR, max: NOW + HOUR })),
        (standing, holder, settledBy, due) => {
          const state = gradeState(line({ standing, holder, settledBy, due }), NOW);
          expect(GRADE_STATES).toContain(state);
          // What nobody holds any more asks nothing of anybody.
          if (standing === 'settled') expect(needsStudent(state)).toBe(false);
        }
      )
    ));

  it('says how what has no result came back', () => {
    const settled = (settledBy: GradeLine['settledBy']) =>
      gradeWords(line({ standing: 'settled', holder: 'nobody', settledBy }), NOW);
    expect(settled('passed')).toBe('Came back, passed');
    expect(settled('looked-at')).toBe('Came back, looked at');
    expect(settled('result')).toBe('Came back');
    expect(settled('excused')).toBe('Excused');
  });

  it('tells what was brought in person and lacks something from another round that was asked', () => {
    expect(gradeWords(line({ standing: 'another-round' }), NOW)).toBe('Came back: do it again');
    const brought = line({ standing: 'another-round', lacksInPerson: true });
    expect(gradeWords(brought, NOW)).toBe('Handed over in person: to be done again');
    expect(needsStudent(gradeState(brought, NOW))).toBe(true);
  });

  it('says of each state something of its own', () => {
    expect(new Set(GRADE_STATES.map(stateWords)).size).toBe(GRADE_STATES.length);
  });
});
