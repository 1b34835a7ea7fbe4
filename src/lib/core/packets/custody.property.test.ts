import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { allowed, REFUSALS, type Action } from './allowed';
import { holding, roundsLeft, roundsUsed, type Custody } from './custody';
import { decide } from './decide';
import { CustodyDeed, type CustodyEvent } from './events';
import { blank, fold } from './fold';
import { refusalWords } from './words';
import type { Terms } from './terms';

const moment = fc.integer({ min: 0, max: 2000 });
const maybeMoment = fc.option(moment, { nil: null });
const anyTerms: fc.Arbitrary<Terms> = fc.record({
  opens: maybeMoment,
  due: maybeMoment,
  closes: maybeMoment,
  allowance: fc.option(fc.integer({ min: 1, max: 3 }), { nil: null }),
  takeBack: fc.boolean(),
  settles: fc.constantFrom('result', 'result', 'result', 'looked-at', 'declared'),
  late: fc.constantFrom(
    { kind: 'none' } as const,
    { kind: 'per-day', percent: 10, graceMinutes: 0, floorPercent: 50 } as const,
    { kind: 'not-accepted', graceMinutes: 0 } as const
  )
});
const anyAction: fc.Arbitrary<Action> = fc.oneof(
  { weight: 6, arbitrary: fc.constant<Action>({ do: 'add-piece', piece: 'p' }) },
  { weight: 8, arbitrary: fc.constant<Action>({ do: 'submit' }) },
  { weight: 3, arbitrary: fc.constant<Action>({ do: 'revise' }) },
  fc.record({
    do: fc.constant('take-back' as const),
    restores: fc.option(fc.integer({ min: 1, max: 4 }), { nil: null })
  }),
  fc.record({
    do: fc.constant('return' as const),
    outcome: fc.constantFrom('settled' as const, 'another-round' as const),
    closes: fc.option(maybeMoment, { nil: undefined })
  }),
  fc.record({ do: fc.constant('extend' as const), due: maybeMoment, closes: maybeMoment }),
  fc.constantFrom<Action>(
    { do: 'open' },
    { do: 'remove-piece', piece: 'p' },
    { do: 'drop-revision', pieces: 1 },
    { do: 'declare-done' },
    { do: 'withdraw-declaration' },
    { do: 'open-round' },
    { do: 'mark' },
    { do: 'look-and-settle' },
    { do: 'excuse' },
    { do: 'lift-excuse' },
    { do: 'receive-in-person' },
    { do: 'undo-in-person' }
  )
);
const anyStory = fc.array(fc.tuple(anyAction, fc.integer({ min: 0, max: 120 })), { maxLength: 40 });

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
      expect(['take-back', 'return', 'look-and-settle']).toContain(action.do);
      if (action.do === 'take-back') expect(action.restores).toBeNull();
    }));

  it('replaces a standing round by anything but a later submit or the restoring that was chosen', () =>
    always(({ before, after, action }) => {
      if (before.standing === null || after.standing === null || before.standing === after.standing) return;
      if (action.do === 'submit') expect(after.standing).toBe(before.rounds.length + 1);
      else expect(action).toEqual({ do: 'take-back', restores: after.standing });
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
