import { describe, expect, it } from 'vitest';
import { MINUTE } from '../time/moment';
import { allowed, type Action } from './allowed';
import { holding, roundsLeft } from './custody';
import { decide } from './decide';
import { holdingWords } from './words';
import { piece, play, submit, takeBack, terms } from './stories.testing';

const seal: Action = { do: 'seal', coming: 1 };
const arrive: Action = { do: 'arrive', piece: 'q' };
const complete: Action = { do: 'complete-seal' };
const why = (start: ReturnType<typeof terms>, actions: Action[], action: Action, now = 10 * MINUTE) => {
  const verdict = allowed(play(start, actions).custody, action, now);
  return verdict.ok ? 'ok' : verdict.why;
};

describe('a seal', () => {
  const sealed = [piece(), seal];

  it('stays with the student while its bytes arrive, also past the closing moment, and counts from its own moment', () => {
    const due = terms({ due: 2 * MINUTE, closes: 2 * MINUTE, followMinutes: 30 });
    const { custody } = play(due, sealed);
    expect(holding(custody, 5 * MINUTE)).toMatchObject({ holder: 'student', standing: 'sealed' });
    expect(holdingWords(holding(custody, 5 * MINUTE))).toBe('Sealed, still arriving');
    const { custody: after } = play(due, [...sealed, arrive, complete]);
    // It was sealed in minute 1 and complete in minute 3, a minute after the closing moment.
    expect(after.rounds).toMatchObject([{ no: 1, at: 1 * MINUTE, state: 'standing' }]);
    expect(holding(after, 5 * MINUTE)).toMatchObject({ holder: 'teacher', standing: 'submitted' });
  });

  it('keeps the packet as it is until it is broken', () => {
    expect(why(terms(), sealed, piece('other'))).toBe('sealed');
    expect(why(terms(), sealed, { do: 'remove-piece', piece: 'p' })).toBe('sealed');
    expect(why(terms(), sealed, submit)).toBe('sealed');
    expect(why(terms(), [...sealed, { do: 'break-seal' }], piece('other'))).toBe('ok');
  });

  it('runs out: nothing was submitted, and that is remembered until something is', () => {
    const short = terms({ followMinutes: 5 });
    const { custody } = play(short, sealed);
    const late = 7 * MINUTE;
    expect(allowed(custody, complete, late)).toEqual({ ok: false, why: 'seal-has-run-out' });
    expect(holding(custody, late).standing).toBe('in-progress');
    const ran = decide(custody, { do: 'let-seal-run-out' }, late, 'x');
    expect(ran.ok && ran.custody).toMatchObject({ seal: null, ranOutAt: late, rounds: [] });
    expect(ran.ok && allowed(ran.custody, submit, late).ok).toBe(true);
    expect(allowed(custody, { do: 'let-seal-run-out' }, 2 * MINUTE).ok).toBe(false);
  });

  it('leaves what stands with the teacher, who judges nothing before it has arrived', () => {
    const revising = [piece(), submit, { do: 'revise' } as const, seal];
    expect(holding(play(terms(), revising).custody, 5 * MINUTE)).toMatchObject({ standing: 'revising' });
    expect(why(terms(), revising, { do: 'mark' })).toBe('next-round-arriving');
    expect(why(terms(), [...revising, arrive, complete], { do: 'mark' })).toBe('ok');
  });

  it('is not to be had where nothing may follow', () => {
    expect(why(terms({ followMinutes: 0 }), [piece()], seal)).toBe('nothing-may-follow');
  });
});

describe('a round that was taken back', () => {
  const asks: Action = { do: 'take-back', restores: null, ifDue: true };
  const permits = terms({ due: 60 * MINUTE, standsAgain: true });
  const stand: Action = { do: 'let-stand-again' };

  it('does not come back by itself', () => {
    const { custody } = play(permits, [piece(), submit, takeBack()]);
    expect(allowed(custody, stand, 61 * MINUTE).ok).toBe(false);
    expect(holding(custody, 61 * MINUTE).standing).toBe('taken-back');
  });

  it('stands again once the due moment passes, where the course lets the student ask for it and they did', () => {
    const { custody } = play(permits, [piece(), submit, asks]);
    expect(allowed(custody, stand, 60 * MINUTE).ok).toBe(false);
    const again = decide(custody, stand, 61 * MINUTE, 'x');
    expect(again.ok && again.custody).toMatchObject({ standing: 1, phase: 'revising', comesBack: null });
    expect(again.ok && again.custody.rounds[0]).toMatchObject({ at: MINUTE, state: 'standing' });
    expect(why(terms({ due: 60 * MINUTE }), [piece(), submit], asks)).toBe('does-not-stand-again');
    expect(why(permits, [piece(), submit], asks, 61 * MINUTE)).toBe('does-not-stand-again');
  });

  it('stays back once something else was submitted', () => {
    const { custody } = play(permits, [piece(), submit, asks, submit]);
    expect(allowed(custody, stand, 61 * MINUTE).ok).toBe(false);
  });
});

describe('asking for a round back', () => {
  const ask: Action = { do: 'ask-back', reason: 'The wrong file is in it.' };
  const marked: Action[] = [piece(), submit, { do: 'mark' }];

  it('is there once marking has begun, or where taking back is not permitted', () => {
    expect(why(terms(), [piece(), submit], ask)).toBe('take-it-back-yourself');
    expect(why(terms(), marked, takeBack())).toBe('marking-has-begun');
    expect(why(terms(), marked, ask)).toBe('ok');
    expect(why(terms({ takeBack: false }), [piece(), submit], ask)).toBe('ok');
    expect(why(terms(), [...marked, ask], ask)).toBe('asked-already');
  });

  it('gives the work back with a round to submit, even where the allowance is used up', () => {
    const { custody } = play(terms({ allowance: 1 }), [...marked, ask, { do: 'hand-back' }]);
    expect(holding(custody, 0)).toMatchObject({ holder: 'student', standing: 'taken-back' });
    expect(roundsLeft(custody)).toBe(1);
    expect(custody.handBack).toBeNull();
  });

  it('can be declined, and asked again', () => {
    expect(why(terms(), marked, { do: 'hand-back' })).toBe('not-asked');
    expect(why(terms(), [...marked, ask, { do: 'decline-asking-back' }], ask)).toBe('ok');
  });
});

describe('the round that counts', () => {
  const chosen = terms({ counts: 'nominated' });
  const two: Action[] = [piece(), submit, { do: 'revise' }, submit];
  const nominate = (round: number): Action => ({ do: 'nominate', round });

  it('is nominated where the teacher lets the student choose: it stands in place of the later one', () => {
    const { custody } = play(chosen, [...two, nominate(1)]);
    expect(custody).toMatchObject({ nominated: 1, standing: 1 });
    expect(custody.rounds.map(({ state }) => state)).toEqual(['standing', 'superseded']);
    expect(why(terms(), two, nominate(1))).toBe('student-does-not-choose');
  });

  it('is not one that was taken back, and not exchanged under a teacher who is marking', () => {
    expect(why(chosen, [...two, takeBack(1)], nominate(2))).toBe('not-an-earlier-round');
    expect(why(chosen, [...two, { do: 'mark' }], nominate(1))).toBe('marking-has-begun');
    expect(play(chosen, [...two, nominate(1), takeBack(2)]).custody.nominated).toBeNull();
  });
});

describe('what is finished without pieces', () => {
  it('can be submitted knowingly', () => {
    expect(why(terms(), [], submit)).toBe('nothing-to-submit');
    expect(holding(play(terms(), [{ do: 'submit', bare: true }]).custody, 0).standing).toBe('submitted');
  });

  it('can be said to have been handed over in person, which moves nothing before the teacher says so', () => {
    const claim: Action = { do: 'claim-in-person', note: 'In the lab, on Monday' };
    const { custody } = play(terms(), [claim]);
    expect(holding(custody, 0)).toMatchObject({ holder: 'student', standing: 'not-started' });
    expect(why(terms(), [claim], claim)).toBe('claimed-already');
    expect(play(terms(), [claim, { do: 'decline-claim' }]).custody.claimed).toBeNull();
    expect(holding(play(terms(), [claim, { do: 'receive-in-person' }]).custody, 0).settledBy).toBe('in-person');
  });
});
