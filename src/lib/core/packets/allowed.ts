import type { Step } from '../judging/module';
import { stepRefusal } from '../judging/registry';
import { stageAfter, stageOf, stagesBefore } from '../judging/stages';
import { MINUTE, type Moment } from '../time/moment';
import {
  activeSeal,
  lapsedSeal,
  restedBy,
  restorableRounds,
  roundsLeft,
  roundsUsed,
  standingRound,
  type Custody
} from './custody';
import type { Action } from './actions';
import type { Refusal } from './refusals';
import { isClosed, onTimeUntil } from './terms';

export type { Action } from './actions';
export type { Refusal } from './refusals';
export type Verdict = { ok: true } | { ok: false; why: Refusal };

/** For so long a return can be undone, as long as nothing was done about it. */
export const UNDO_WITHIN = MINUTE;

const OK: Verdict = { ok: true };
const no = (why: Refusal): Verdict => ({ ok: false, why });

/**
 * Whether an action is allowed on a packet at a moment, and if not, why.
 *
 * Says *when* something may happen; *who* may do it is the policy's business (people/policy.ts). Screens grey out by it
 * and the server refuses by it, so that they can never disagree.
 */
export function allowed(custody: Custody, action: Action, now: Moment): Verdict {
  // Each entry takes exactly the action of its own key; TypeScript cannot follow that through the lookup.
  const rule = RULES[action.do] as (c: Custody, a: Action, now: Moment) => Verdict;
  return rule(custody, action, now);
}

type Rules = { [D in Action['do']]: (c: Custody, a: Extract<Action, { do: D }>, now: Moment) => Verdict };

const RULES: Rules = {
  open: () => OK,
  'add-piece': (c, _a, now) => working(c, now),
  'remove-piece': (c, _a, now) => working(c, now),
  submit: (c, a, now) =>
    first(
      working(c, now),
      () => unmarked(c),
      () => (a.bare || c.pieces > 0 ? OK : no('nothing-to-submit')),
      () => roundIsLeft(c)
    ),
  seal: (c, a, now) =>
    first(
      working(c, now),
      () => unmarked(c),
      () => (c.terms.followMinutes > 0 ? OK : no('nothing-may-follow')),
      () => (a.coming > 0 ? OK : no('nothing-to-submit')),
      () => roundIsLeft(c)
    ),
  arrive: (c, _a, now) => underSeal(c, now),
  'complete-seal': (c, _a, now) =>
    first(
      underSeal(c, now),
      () => unmarked(c),
      () => (c.pieces > 0 ? OK : no('nothing-to-submit')),
      () => roundIsLeft(c)
    ),
  'break-seal': (c, _a, now) => underSeal(c, now),
  'let-seal-run-out': (c, _a, now) => (lapsedSeal(c, now) ? OK : no('not-sealed')),
  'take-back': (c, a, now) =>
    first(
      stands(c),
      () => (c.terms.takeBack ? OK : no('taking-back-not-permitted')),
      () => unmarked(c),
      () => unsealed(c, now),
      () => inTime(c, now),
      () => (a.restores === null ? canStartOver(c) : canRestore(c, a.restores)),
      () => (a.ifDue ? mayStandAgain(c, a, now) : OK)
    ),
  'let-stand-again': (c, _a, now) =>
    first(unsettled(c), () => (c.comesBack !== null && isDue(c, now) ? OK : no('does-not-stand-again'))),
  nominate: (c, a, now) =>
    first(
      overlay(c),
      () => (c.terms.counts === 'nominated' ? OK : no('student-does-not-choose')),
      () => canNominate(c, a.round),
      () => unsealed(c, now),
      () => inTime(c, now)
    ),
  'ask-back': (c, _a, now) =>
    first(
      stands(c),
      () => (c.handBack === null ? OK : no('asked-already')),
      () => (c.terms.takeBack && unmarked(c).ok ? no('take-it-back-yourself') : OK),
      () => inTime(c, now)
    ),
  'decline-asking-back': (c) => first(stands(c), () => (c.handBack === null ? no('not-asked') : OK)),
  'hand-back': (c, _a, now) =>
    first(
      stands(c),
      () => (c.handBack === null ? no('not-asked') : OK),
      () => nothingArriving(c, now)
    ),
  revise: (c, _a, now) =>
    first(
      stands(c),
      () => (c.phase === 'revising' ? no('with-teacher') : OK),
      () => unmarked(c),
      () => inTime(c, now),
      () => roundIsLeft(c)
    ),
  'drop-revision': (c, _a, now) => first(c.phase === 'revising' ? OK : no('not-revising'), () => unsealed(c, now)),
  'declare-done': (c, _a, now) =>
    first(
      unsettled(c),
      () => step(c, 'declare'),
      () => inTime(c, now)
    ),
  'withdraw-declaration': (c, _a, now) =>
    first(
      overlay(c),
      () => (c.phase === 'settled' && c.settledBy === 'declared' ? OK : no('not-declared')),
      () => inTime(c, now)
    ),
  'open-round': (c) => stands(c),
  mark: (c, _a, now) =>
    first(
      stands(c),
      () => step(c, 'mark'),
      () => nothingArriving(c, now)
    ),
  return: (c, a, now) =>
    first(
      overlay(c),
      () => returnable(c),
      () => nothingArriving(c, now),
      () => (a.outcome === 'settled' ? step(c, 'settle') : leavesTime(c, a, now))
    ),
  'look-and-settle': (c, _a, now) =>
    first(
      stands(c),
      () => step(c, 'look'),
      () => nothingArriving(c, now)
    ),
  'move-stage': (c, a, now) =>
    first(
      unsettled(c),
      () => step(c, 'move'),
      () => nothingArriving(c, now),
      () => leadsTo(c, a),
      // What the student hands over next must be able to come.
      () => (a.to === null || c.standing === null ? OK : staysOpen(c, a.to, now))
    ),
  'undo-return': (c, _a, now) =>
    first(overlay(c), () => {
      if (c.undo === null) return no('nothing-to-undo');
      return now - c.undo.at > UNDO_WITHIN ? no('too-late-to-undo') : OK;
    }),
  excuse: (c) => unsettled(c),
  'lift-excuse': (c) => (c.excused ? OK : no('not-excused')),
  'receive-in-person': (c) => unsettled(c),
  'find-incomplete': (c, _a, now) =>
    first(
      unsettled(c),
      () => (c.standing === null ? OK : no('round-stands')),
      () => unsealed(c, now)
    ),
  'undo-in-person': (c) => (c.inPerson ? OK : no('not-received-in-person')),
  'claim-in-person': (c, _a, now) => first(working(c, now), () => (c.claimed === null ? OK : no('claimed-already'))),
  'withdraw-claim': (c) => first(unsettled(c), () => (c.claimed === null ? no('not-claimed') : OK)),
  'decline-claim': (c) => first(unsettled(c), () => (c.claimed === null ? no('not-claimed') : OK)),
  extend: (c, a) => first(unsettled(c), () => inOrder(c, a))
};

/** The first refusal among the rules, asked in the order in which a person would want to hear of them. */
function first(head: Verdict, ...rest: Array<() => Verdict>): Verdict {
  if (!head.ok) return head;
  for (const rule of rest) {
    const verdict = rule();
    if (!verdict.ok) return verdict;
  }
  return OK;
}

/** The packet is the student's to change now. */
function working(c: Custody, now: Moment): Verdict {
  return first(
    unsettled(c),
    () => step(c, 'submit'),
    () => (c.phase === 'submitted' ? no('with-teacher') : OK),
    () => unsealed(c, now),
    () => inTime(c, now)
  );
}

/** Something sealed may still arrive. A closing moment does not end that: it counts from the seal. */
function underSeal(c: Custody, now: Moment): Verdict {
  return first(unsettled(c), () => {
    if (c.seal === null) return no(c.ranOutAt === null ? 'not-sealed' : 'seal-has-run-out');
    return activeSeal(c, now) ? OK : no('seal-has-run-out');
  });
}

function unsealed(c: Custody, now: Moment): Verdict {
  return activeSeal(c, now) ? no('sealed') : OK;
}

/** Nothing is judged while the round after it is on its way: what was sealed in time must be able to count. */
function nothingArriving(c: Custody, now: Moment): Verdict {
  return activeSeal(c, now) ? no('next-round-arriving') : OK;
}

function isDue(c: Custody, now: Moment): boolean {
  const until = onTimeUntil(c.terms);
  return until !== null && now > until;
}

/** Asking for it is only of use while the due moment lies ahead, and where nothing else is left standing. */
function mayStandAgain(c: Custody, a: Extract<Action, { do: 'take-back' }>, now: Moment): Verdict {
  const ahead = c.terms.due !== null && !isDue(c, now);
  return c.terms.standsAgain && a.restores === null && ahead ? OK : no('does-not-stand-again');
}

/** A round that was returned counts as it is; one that was replaced has to be able to stand again. */
function canNominate(c: Custody, no_: number): Verdict {
  const round = c.rounds.find((r) => r.no === no_);
  if (!round || round.state === 'taken-back') return no('not-an-earlier-round');
  if (round.state !== 'superseded') return OK;
  return first(c.standing === null ? no('nothing-stands') : OK, () => unmarked(c));
}

function unsettled(c: Custody): Verdict {
  return first(overlay(c), () => (restedBy(c) === null ? OK : no('already-settled')));
}

function overlay(c: Custody): Verdict {
  if (c.excused) return no('excused');
  return c.inPerson ? no('received-in-person') : OK;
}

function stands(c: Custody): Verdict {
  return first(unsettled(c), () => (c.standing === null ? no('nothing-stands') : OK));
}

function unmarked(c: Custody): Verdict {
  return standingRound(c)?.markingBegun ? no('marking-has-begun') : OK;
}

function inTime(c: Custody, now: Moment): Verdict {
  if (c.terms.opens !== null && now < c.terms.opens) return no('not-open-yet');
  if (!isClosed(c.terms, now)) return OK;
  return no(c.terms.closes !== null && now >= c.terms.closes ? 'closed' : 'late-not-accepted');
}

function roundIsLeft(c: Custody): Verdict {
  return roundsLeft(c) === 0 ? no('no-round-left') : OK;
}

/** Taking back with nothing left standing must leave a round to submit again; an unopened one gives its place back. */
function canStartOver(c: Custody): Verdict {
  const { allowance } = c.terms;
  if (allowance === null) return OK;
  const freed = standingRound(c)?.opened ? 0 : 1;
  return allowance + c.granted - (roundsUsed(c) - freed) > 0 ? OK : no('no-round-left');
}

function canRestore(c: Custody, round: number): Verdict {
  return restorableRounds(c).includes(round) ? OK : no('not-an-earlier-round');
}

/** Whether the way in which the work is judged has this step. */
function step(c: Custody, taken: Step): Verdict {
  const why = stepRefusal(c.terms.settles, taken);
  return why === null ? OK : no(why);
}

/** A standing round can be returned; a settled result can be corrected or asked for again. */
function returnable(c: Custody): Verdict {
  if (c.standing !== null) return OK;
  return c.rounds.some((r) => r.state === 'settled') ? OK : no('nothing-stands');
}

/** On to the next stage with what stands, or back to an earlier one, which says why. */
function leadsTo(c: Custody, { to, remark }: Extract<Action, { do: 'move-stage' }>): Verdict {
  const from = stageOf(c.terms.stages, c.stage);
  if (!from) return no('not-a-stage-from-here');
  if (to === (stageAfter(c.terms.stages, from)?.id ?? null)) return stands(c);
  const back = stagesBefore(c.terms.stages, from).find(({ id }) => id === to);
  if (!back) return no('not-a-stage-from-here');
  if (remark.trim() === '') return no('going-back-unexplained');
  return c.standing === null && !back.asks ? no('nothing-stands') : OK;
}

function staysOpen(c: Custody, to: string, now: Moment): Verdict {
  const asks = c.terms.stages.find(({ id }) => id === to)?.asks ?? false;
  return asks && isClosed(c.terms, now) ? no('needs-new-closing') : OK;
}

/** Asking for another round is only fair while one can still be submitted. */
function leavesTime(c: Custody, a: Extract<Action, { do: 'return' }>, now: Moment): Verdict {
  const terms = { ...c.terms, due: a.due === undefined ? c.terms.due : a.due };
  terms.closes = a.closes === undefined ? c.terms.closes : a.closes;
  return first(inOrder(c, a), () => (isClosed(terms, now) ? no('needs-new-closing') : OK));
}

function inOrder(c: Custody, a: { due?: Moment | null; closes?: Moment | null }): Verdict {
  const due = a.due === undefined ? c.terms.due : a.due;
  const closes = a.closes === undefined ? c.terms.closes : a.closes;
  return due !== null && closes !== null && closes < due ? no('closes-before-due') : OK;
}
