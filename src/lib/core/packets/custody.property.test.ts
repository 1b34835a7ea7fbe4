import { WAYS } from '../judging/ways';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { allowed, UNDO_WITHIN, type Action } from './allowed';
import { REFUSALS } from './refusals';
import { activeSeal, holding, roundsLeft, roundsUsed, type Custody } from './custody';
import { decide } from './decide';
import { CustodyDeed, type CustodyEvent } from './events';
import { blank, fold } from './fold';
import { refusalWords } from './refusal-words';
import { TRACK } from './stories.testing';
import type { Terms } from './terms';
import { stageAfter, stageOf } from '../judging/stages';

const moment = fc.integer({ min: 0, max: 2000 });
const maybeMoment = fc.option(moment, { nil: null });
const anyTerms: fc.Arbitrary<Terms> = fc
  .record({
    opens: maybeMoment,
    due: maybeMoment,
    closes: maybeMoment,
    allowance: fc.option(fc.integer({ min: 1, max: 3 }), { nil: null }),
    takeBack: fc.boolean(),
    settles: fc.constantFrom('result' as const, 'result' as const, 'stages' as const, ...WAYS),
    late: fc.constantFrom(
      { kind: 'none' } as const,
      { kind: 'per-day', percent: 10, graceMinutes: 0, floorPercent: 50 } as const,
      { kind: 'not-accepted', graceMinutes: 0 } as const
    ),
    counts: fc.constantFrom('latest', 'best', 'nominated'),
    standsAgain: fc.boolean(),
    followMinutes: fc.constantFrom(0, 1)
  })
  .map((terms) => ({ ...terms, stages: terms.settles === 'stages' ? TRACK : [] }));
const anyAction: fc.Arbitrary<Action> = fc.oneof(
  { weight: 6, arbitrary: fc.constant<Action>({ do: 'add-piece', piece: 'p' }) },
  { weight: 8, arbitrary: fc.constant<Action>({ do: 'submit' }) },
  { weight: 3, arbitrary: fc.constant<Action>({ do: 'revise' }) },
  fc.record({
    do: fc.constant('take-back' as const),
    restores: fc.option(fc.integer({ min: 1, max: 4 }), { nil: null }),
    ifDue: fc.constantFrom(undefined, true as const)
  }),
  fc.record({ do: fc.constant('nominate' as const), round: fc.integer({ min: 1, max: 4 }) }),
  { weight: 3, arbitrary: fc.constant<Action>({ do: 'seal', coming: 1 }) },
  { weight: 3, arbitrary: fc.constant<Action>({ do: 'arrive', piece: 'p' }) },
  { weight: 3, arbitrary: fc.constant<Action>({ do: 'complete-seal' }) },
  fc.record({
    do: fc.constant('return' as const),
    outcome: fc.constantFrom('settled' as const, 'another-round' as const),
    closes: fc.option(maybeMoment, { nil: undefined })
  }),
  fc.record({ do: fc.constant('extend' as const), due: maybeMoment, closes: maybeMoment }),
  {
    weight: 4,
    arbitrary: fc.record({
      do: fc.constant('move-stage' as const),
      to: fc.constantFrom(null, ...TRACK.map(({ id }) => id)),
      remark: fc.constantFrom('', 'Where is the keel?')
    })
  },
  fc.constantFrom<Action>(
    { do: 'open' },
    { do: 'remove-piece', piece: 'p' },
    { do: 'drop-revision', pieces: 1 },
    { do: 'declare-done' },
    { do: 'withdraw-declaration' },
    { do: 'open-round' },
    { do: 'mark' },
    { do: 'mark' },
    { do: 'look-and-settle' },
    { do: 'undo-return' },
    { do: 'undo-return' },
    { do: 'excuse' },
    { do: 'lift-excuse' },
    { do: 'receive-in-person' },
    { do: 'undo-in-person' },
    { do: 'find-incomplete' },
    { do: 'submit', bare: true },
    { do: 'break-seal' },
    { do: 'let-seal-run-out' },
    { do: 'let-stand-again' },
    { do: 'ask-back', reason: 'r' },
    { do: 'decline-asking-back' },
    { do: 'hand-back' },
    { do: 'claim-in-person', note: 'n' },
    { do: 'withdraw-claim' },
    { do: 'decline-claim' }
  )
);
/** Mostly short; now and then long enough for a seal to run out. */
const anyWait = fc.oneof(
  { weight: 15, arbitrary: fc.integer({ min: 0, max: 120 }) },
  { weight: 1, arbitrary: fc.constant(61_000) }
);
const anyStory = fc.array(fc.tuple(anyAction, anyWait), { maxLength: 40 });

type Step = { before: Custody; action: Action; after: Custody; now: number; events: CustodyEvent[] };

/** Plays what is allowed of a random story and hands every step to the inspector. */
function tell(start: Terms, story: Array<[Action, number]>, inspect: (step: Step) => void) {
  let custody = blank(start);
  let now = 0;
  const log: CustodyEvent[] = [];
  for (const [action, wait] of story) {
    now += wait;
    // The number of pieces cannot fall below none; the server refuses to remove what is not there.
    if (action.do === 'remove-piece' && custody.pieces === 0) continue;
    const decision = decide(custody, action, now, 'someone');
    if (!decision.ok) continue;
    inspect({ before: custody, action, after: decision.custody, now, events: decision.events });
    custody = decision.custody;
    log.push(...decision.events);
  }
  return { custody, log, now };
}

const always = (inspect: (step: Step) => void) =>
  fc.assert(
    fc.property(anyTerms, anyStory, (start, story) => void tell(start, story, inspect)),
    { numRuns: 500 }
  );

describe('no sequence of permitted actions', () => {
  it('leads to two holders: a standing round is with the teacher, and only one stands', () =>
    always(({ after, now }) => {
      const standing = after.rounds.filter((r) => r.state === 'standing').map((r) => r.no);
      expect(standing).toEqual(after.standing === null ? [] : [after.standing]);
      const { holder } = holding(after, now);
      if (after.excused || after.inPerson) expect(holder).toBe('nobody');
      else expect(holder === 'teacher').toBe(after.standing !== null);
    }));

  it('makes a standing round vanish unasked', () =>
    always(({ before, after, action }) => {
      if (before.standing === null || after.standing !== null) return;
      expect(['take-back', 'return', 'look-and-settle', 'hand-back', 'move-stage']).toContain(action.do);
      if (action.do === 'take-back') expect(action.restores).toBeNull();
    }));

  it('replaces a standing round by anything but a later submit or the one that was chosen', () =>
    always(({ before, after, action }) => {
      if (before.standing === null || after.standing === null || before.standing === after.standing) return;
      if (action.do === 'submit' || action.do === 'complete-seal')
        expect(after.standing).toBe(before.rounds.length + 1);
      else if (action.do === 'nominate') expect(after.standing).toBe(action.round);
      else expect(action).toMatchObject({ do: 'take-back', restores: after.standing });
    }));

  it('makes a round of a seal whose time is over, or one that counts from any other moment', () =>
    always(({ before, after, action, now }) => {
      if (action.do !== 'complete-seal') return;
      const { seal } = before;
      expect(seal && now <= seal.until).toBe(true);
      expect(after.rounds.at(-1)?.at).toBe(seal?.at);
      expect(after.seal).toBeNull();
    }));

  it('judges what stands while a sealed round is on its way', () =>
    always(({ before, action, now }) => {
      if (activeSeal(before, now) === null) return;
      expect(['mark', 'return', 'look-and-settle', 'hand-back', 'submit', 'take-back', 'move-stage']).not.toContain(
        action.do
      );
    }));

  it('lets a round stand again by itself, unless the student asked for it and the due moment has passed', () =>
    always(({ before, after, action, now }) => {
      if (action.do !== 'let-stand-again') return;
      expect(before.terms.standsAgain).toBe(true);
      expect(now).toBeGreaterThan(before.terms.due ?? Infinity);
      expect(after.standing).toBe(before.comesBack);
      // It is as timely as it was when it was submitted.
      expect(after.rounds.map((round) => round.at)).toEqual(before.rounds.map((round) => round.at));
    }));

  it('makes a return that cannot be undone within its minute, to exactly what there was; nor later, nor twice', () =>
    always(({ before, after, action, now }) => {
      const moves = action.do === 'move-stage' && before.standing !== null && after.standing === null;
      if (action.do !== 'return' && action.do !== 'look-and-settle' && !moves) return;
      const undone = decide(after, { do: 'undo-return' }, now + UNDO_WITHIN, 'someone');
      if (!undone.ok) throw new Error(undone.why);
      // New moments that came with it stay.
      expect(undone.custody).toEqual({ ...before, terms: after.terms, undo: null });
      expect(decide(after, { do: 'undo-return' }, now + UNDO_WITHIN + 1, 'someone').ok).toBe(false);
      expect(decide(undone.custody, { do: 'undo-return' }, now, 'someone').ok).toBe(false);
    }));

  it('leads past a stage: a track is passed in its order, goes back only with a reason, and settles after its last', () =>
    always(({ before, after, action }) => {
      if (action.do !== 'move-stage') return void expect(after.stage?.id).toBe(before.stage?.id);
      const from = stageOf(TRACK, before.stage);
      const to = stageOf(TRACK, after.stage);
      if (!from || !to) throw new Error('no stage');
      if (after.phase === 'settled') expect(stageAfter(TRACK, from)).toBeNull();
      else if (after.stage?.moved === 'on') expect(to).toBe(stageAfter(TRACK, from));
      else expect(action.remark).not.toBe('');
      // Whoever has to hand something over has it; a stage that asks nothing has what stood.
      if (after.phase !== 'settled') expect(after.standing === null).toBe(to.asks);
    }));

  it('leads beyond the allowance', () =>
    always(({ after }) => {
      if (after.terms.allowance === null) return;
      expect(roundsUsed(after)).toBeLessThanOrEqual(after.terms.allowance + after.granted);
    }));

  it('strands a student: work taken back can be submitted again while there is time', () =>
    always(({ after, action }) => {
      if (action.do === 'take-back' && after.phase === 'taken-back') expect(roundsLeft(after)).not.toBe(0);
    }));

  it('numbers rounds with a gap, or loses one', () =>
    always(({ before, after }) => {
      expect(after.rounds.map((r) => r.no)).toEqual(after.rounds.map((_, i) => i + 1));
      expect(after.rounds.length).toBeGreaterThanOrEqual(before.rounds.length);
    }));
});

describe('the fold', () => {
  it('is deterministic and agrees with the steps, event by event', () =>
    fc.assert(
      fc.property(anyTerms, anyStory, (start, story) => {
        const { custody, log } = tell(start, story, () => undefined);
        expect(fold(start, log)).toEqual(custody);
        expect(fold(start, JSON.parse(JSON.stringify(log)) as CustodyEvent[])).toEqual(custody);
      })
    ));

  it('writes only events that the log can hold', () =>
    always(({ events }) => events.forEach((event) => expect(CustodyDeed.safeParse(event).success).toBe(true))));
});

it('gives every refusal words', () => {
  fc.assert(
    fc.property(anyTerms, anyStory, anyAction, (start, story, action) => {
      const { custody, now } = tell(start, story, () => undefined);
      const verdict = allowed(custody, action, now);
      if (!verdict.ok) expect(refusalWords(verdict.why)).toMatch(/\.$/);
    })
  );
  for (const why of REFUSALS) expect(refusalWords(why)).toMatch(/\.$/);
});
