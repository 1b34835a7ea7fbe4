import { describe, expect, it } from 'vitest';
import { allowed, type Action } from './allowed';
import { holding, roundsLeft } from './custody';
import { fold } from './fold';
import { piece, play, submit, takeBack, terms } from './stories.testing';
import type { Terms } from './terms';

const LATER = 10_000_000;
const stateOf = (start: Terms, actions: Action[], now = LATER) => holding(play(start, actions).custody, now);
const why = (start: Terms, actions: Action[], action: Action, now = LATER) => {
  const verdict = allowed(play(start, actions).custody, action, now);
  return verdict.ok ? 'ok' : verdict.why;
};
const settle: Action = { do: 'return', outcome: 'settled' };
const again: Action = { do: 'return', outcome: 'another-round' };

describe('who holds it, over the whole life', () => {
  it.each<[string, Action[], string, string]>([
    ['nothing has happened', [], 'student', 'not-started'],
    ['it was only looked at', [{ do: 'open' }], 'student', 'not-started'],
    ['a piece was added', [piece()], 'student', 'in-progress'],
    ['the only piece was removed', [piece(), { do: 'remove-piece', piece: 'p' }], 'student', 'not-started'],
    ['it was submitted', [piece(), submit], 'teacher', 'submitted'],
    ['it was taken back', [piece(), submit, takeBack()], 'student', 'taken-back'],
    ['it is being revised', [piece(), submit, { do: 'revise' }], 'teacher', 'revising'],
    [
      'the revision was given up',
      [piece(), submit, { do: 'revise' }, { do: 'drop-revision', pieces: 1 }],
      'teacher',
      'submitted'
    ],
    ['another round was asked', [piece(), submit, again], 'student', 'another-round'],
    ['the next round was submitted', [piece(), submit, again, submit], 'teacher', 'submitted'],
    ['it was returned with a result', [piece(), submit, settle], 'nobody', 'settled'],
    ['it was excused', [{ do: 'excuse' }], 'nobody', 'settled'],
    ['it was accepted in person', [{ do: 'receive-in-person' }], 'nobody', 'settled'],
    [
      'an excuse was lifted from a standing round',
      [piece(), submit, { do: 'excuse' }, { do: 'lift-excuse' }],
      'teacher',
      'submitted'
    ]
  ])('%s', (_name, actions, holder, standing) => {
    expect(stateOf(terms(), actions)).toMatchObject({ holder, standing });
  });

  it('settles by being looked at, where the assignment says so', () => {
    const looked = terms({ settles: 'looked-at' });
    expect(stateOf(looked, [piece(), submit, { do: 'look-and-settle' }])).toMatchObject({ settledBy: 'looked-at' });
    expect(why(looked, [piece(), submit], settle)).toBe('settles-by-looking');
  });

  it('settles by the student’s declaration, which can be withdrawn', () => {
    const declared = terms({ settles: 'declared' });
    expect(stateOf(declared, [{ do: 'declare-done' }])).toMatchObject({ holder: 'nobody', settledBy: 'declared' });
    expect(stateOf(declared, [{ do: 'declare-done' }, { do: 'withdraw-declaration' }])).toMatchObject({
      holder: 'student'
    });
    expect(why(declared, [], piece())).toBe('settles-by-declaration');
    expect(why(terms(), [], { do: 'declare-done' })).toBe('settles-by-result');
  });

  it('reads as closed once the closing moment has passed with nothing standing', () => {
    const closing = terms({ closes: 500_000 });
    expect(stateOf(closing, [piece()], 499_999).standing).toBe('in-progress');
    expect(stateOf(closing, [piece()], 500_000)).toMatchObject({ holder: 'student', standing: 'closed' });
    expect(stateOf(closing, [piece(), submit], 500_000).standing).toBe('submitted');
  });

  it('gives the same answer for the same log', () => {
    const { custody, log } = play(terms({ allowance: 3 }), [piece(), submit, { do: 'revise' }, submit, takeBack(1)]);
    expect(fold(terms({ allowance: 3 }), log)).toEqual(custody);
  });
});

describe('submitting', () => {
  it.each<[string, Terms, Action[], number, string]>([
    ['an empty packet', terms(), [], LATER, 'nothing-to-submit'],
    ['before it opens', terms({ opens: LATER + 1 }), [], LATER, 'not-open-yet'],
    ['after it closed', terms({ closes: LATER }), [piece()], LATER, 'closed'],
    ['what the teacher has already', terms(), [piece(), submit], LATER, 'with-teacher'],
    ['what was settled', terms(), [piece(), submit, settle], LATER, 'already-settled'],
    ['what was excused', terms(), [piece(), { do: 'excuse' }], LATER, 'excused'],
    ['what was accepted in person', terms(), [piece(), { do: 'receive-in-person' }], LATER, 'received-in-person'],
    [
      'a revision once marking has begun',
      terms(),
      [piece(), submit, { do: 'revise' }, { do: 'mark' }],
      LATER,
      'marking-has-begun'
    ],
    [
      'late, where late work is not taken',
      terms({ due: 600_000, late: { kind: 'not-accepted', graceMinutes: 5 } }),
      [piece()],
      901_000,
      'late-not-accepted'
    ],
    [
      'within the grace, all the same',
      terms({ due: 600_000, late: { kind: 'not-accepted', graceMinutes: 5 } }),
      [piece()],
      900_999,
      'ok'
    ]
  ])('%s', (_name, start, actions, now, code) => {
    expect(why(start, actions, submit, now)).toBe(code);
  });
});

describe('the allowance', () => {
  it('gives an unopened round back when it is taken back', () => {
    const { custody } = play(terms({ allowance: 1 }), [piece(), submit, takeBack()]);
    expect(roundsLeft(custody)).toBe(1);
    expect(allowed(custody, submit, LATER).ok).toBe(true);
  });

  it('keeps a round that the teacher has looked into', () => {
    const { custody } = play(terms({ allowance: 2 }), [piece(), submit, { do: 'open-round' }, takeBack()]);
    expect(roundsLeft(custody)).toBe(1);
  });

  it('refuses to take the last round back once it was looked into, since nothing could follow', () => {
    expect(why(terms({ allowance: 1 }), [piece(), submit, { do: 'open-round' }], takeBack())).toBe('no-round-left');
  });

  it('refuses to revise where no round is left', () => {
    expect(why(terms({ allowance: 1 }), [piece(), submit], { do: 'revise' })).toBe('no-round-left');
  });

  it('grows by one where the teacher asks for a round beyond it', () => {
    const { custody, log } = play(terms({ allowance: 1 }), [piece(), submit, again]);
    expect(log.at(-1)).toMatchObject({ type: 'returned', grants: 1 });
    expect(roundsLeft(custody)).toBe(1);
  });
});

describe('taking back', () => {
  it('lets a replaced round stand again, with the later draft kept for revising', () => {
    const { custody } = play(terms(), [piece(), submit, { do: 'revise' }, piece('q'), submit, takeBack(1)]);
    expect(custody).toMatchObject({ standing: 1, phase: 'revising', pieces: 2 });
    expect(custody.rounds.map((r) => r.state)).toEqual(['standing', 'taken-back']);
  });

  it.each<[string, Terms, Action[], Action, number, string]>([
    ['nothing stands', terms(), [piece()], takeBack(), LATER, 'nothing-stands'],
    [
      'the assignment does not permit it',
      terms({ takeBack: false }),
      [piece(), submit],
      takeBack(),
      LATER,
      'taking-back-not-permitted'
    ],
    ['marking has begun', terms(), [piece(), submit, { do: 'mark' }], takeBack(), LATER, 'marking-has-begun'],
    ['it has closed', terms({ closes: LATER }), [piece(), submit], takeBack(), LATER, 'closed'],
    ['the named round was never replaced', terms(), [piece(), submit], takeBack(1), LATER, 'not-an-earlier-round'],
    ['a returned round is named', terms(), [piece(), submit, again, submit], takeBack(1), LATER, 'not-an-earlier-round']
  ])('is refused where %s', (_name, start, actions, action, now, code) => {
    expect(why(start, actions, action, now)).toBe(code);
  });
});

describe('the teacher’s side', () => {
  it('asks for a new closing moment before asking for another round after closing', () => {
    const closing = terms({ closes: 500_000 });
    expect(why(closing, [piece(), submit], again)).toBe('needs-new-closing');
    expect(why(closing, [piece(), submit], { ...again, closes: LATER + 1 } as Action)).toBe('ok');
  });

  it('corrects a result, and can still ask for another round after settling', () => {
    expect(why(terms(), [piece(), submit, settle], settle)).toBe('ok');
    const { custody } = play(terms({ allowance: 1 }), [piece(), submit, settle, again]);
    expect(custody).toMatchObject({ phase: 'another-round', granted: 1 });
  });

  it('settles the restored round, not the last one', () => {
    const { custody } = play(terms(), [piece(), submit, { do: 'revise' }, submit, takeBack(1), settle, settle]);
    expect(custody.rounds.map((r) => r.state)).toEqual(['settled', 'taken-back']);
  });

  it('extends one packet, and refuses a closing moment before the due one', () => {
    const { custody } = play(terms({ due: 1000, closes: 2000 }), [{ do: 'extend', due: 5000, closes: 9000 }]);
    expect(custody.terms).toMatchObject({ due: 5000, closes: 9000 });
    expect(why(terms({ due: 1000, closes: 2000 }), [], { do: 'extend', due: 3000 })).toBe('closes-before-due');
  });

  it.each<[Action, string]>([
    [{ do: 'lift-excuse' }, 'not-excused'],
    [{ do: 'undo-in-person' }, 'not-received-in-person'],
    [{ do: 'mark' }, 'nothing-stands'],
    [{ do: 'open-round' }, 'nothing-stands'],
    [{ do: 'withdraw-declaration' }, 'not-declared'],
    [{ do: 'drop-revision', pieces: 1 }, 'not-revising']
  ])('%o needs something to act on', (action, code) => {
    expect(why(terms(), [], action)).toBe(code);
  });
});

it('refuses to read a log that could not have been written', () => {
  const broken = [{ type: 'returned', round: 3, outcome: 'settled', grants: 0, at: 0, by: 'x' } as const];
  expect(() => fold(terms(), broken)).toThrow(/never submitted/);
});
