import { judging } from '../judging/registry';
import { stageOf } from '../judging/stages';
import { type Stage } from '../judging/track';
import { MINUTE, type Moment } from '../time/moment';
import { allowed, type Action, type Refusal } from './allowed';
import { roundsLeft, type Custody } from './custody';
import type { CustodyDeed, CustodyEvent } from './events';
import { apply } from './fold';

export type Decision = { ok: true; events: CustodyEvent[]; custody: Custody } | { ok: false; why: Refusal };

/**
 * What an action writes into the log, if it is allowed.
 *
 * The one way in which events come to be: the server appends exactly these, tests replay exactly these.
 *
 * @param by the acting person's id
 * @returns the events (possibly none, where nothing changes) and the custody after them, or the refusal
 */
export function decide(custody: Custody, action: Action, now: Moment, by: string): Decision {
  const verdict = allowed(custody, action, now);
  if (!verdict.ok) return verdict;
  const events = deeds(custody, action, now).map((deed): CustodyEvent => ({ ...deed, at: now, by }));
  return { ok: true, events, custody: events.reduce(apply, custody) };
}

function deeds(c: Custody, action: Action, now: Moment): CustodyDeed[] {
  const write = DEEDS[action.do] as (c: Custody, a: Action, now: Moment) => CustodyDeed[];
  return write(c, action, now);
}

type Deeds = { [D in Action['do']]: (c: Custody, a: Extract<Action, { do: D }>, now: Moment) => CustodyDeed[] };

const DEEDS: Deeds = {
  open: (c) => (c.opened ? [] : [{ type: 'opened' }]),
  'add-piece': (_c, a) => [{ type: 'piece-added', piece: a.piece }],
  'remove-piece': (_c, a) => [{ type: 'piece-removed', piece: a.piece }],
  submit: (c) => [{ type: 'submitted', round: c.rounds.length + 1, pieces: c.pieces }],
  seal: (c, _a, now) => [{ type: 'sealed', until: now + c.terms.followMinutes * MINUTE }],
  arrive: (_c, a) => [{ type: 'piece-added', piece: a.piece }],
  'complete-seal': (c) => [
    { type: 'submitted', round: c.rounds.length + 1, pieces: c.pieces, ...(c.seal && { from: c.seal.at }) }
  ],
  'break-seal': () => [{ type: 'seal-broken' }],
  'let-seal-run-out': () => [{ type: 'seal-ran-out' }],
  'take-back': (c, a) => [
    { type: 'taken-back', round: standing(c), restores: a.restores, ...(a.ifDue && { ifDue: true as const }) }
  ],
  'let-stand-again': (c) => (c.comesBack === null ? [] : [{ type: 'stood-again', round: c.comesBack }]),
  nominate: (_c, a) => [{ type: 'nominated', round: a.round }],
  'ask-back': (c, a) => [{ type: 'hand-back-asked', round: standing(c), reason: a.reason }],
  'decline-asking-back': (c) => [{ type: 'hand-back-declined', round: standing(c) }],
  'hand-back': (c) => [{ type: 'handed-back', round: standing(c), grants: roundsLeft(c) === 0 ? 1 : 0 }],
  revise: (c) => [{ type: 'revised', round: standing(c) }],
  'drop-revision': (c, a) => [{ type: 'revision-dropped', round: standing(c), pieces: a.pieces }],
  'declare-done': (_c, a) => [{ type: 'declared-done', ...(a.note && { note: a.note }) }],
  'withdraw-declaration': () => [{ type: 'declaration-withdrawn' }],
  'open-round': (c) => (roundNow(c)?.opened ? [] : [{ type: 'round-opened', round: standing(c) }]),
  mark: (c) => (roundNow(c)?.markingBegun ? [] : [{ type: 'marked', round: standing(c) }]),
  return: (c, a) => [
    ...extension(a),
    {
      type: 'returned',
      round: c.standing ?? settledRound(c),
      outcome: a.outcome,
      grants: a.outcome === 'another-round' && roundsLeft(c) === 0 ? 1 : 0,
      ...(a.outcome === 'settled' && settledAs(c))
    }
  ],
  'move-stage': (c, a) => [stageMoved(c, a)],
  'undo-return': (c) => [{ type: 'return-undone', round: c.undo?.round ?? 0 }],
  'look-and-settle': (c) => [{ type: 'looked-at', round: standing(c) }],
  excuse: () => [{ type: 'excused' }],
  'lift-excuse': () => [{ type: 'excuse-lifted' }],
  'receive-in-person': () => [{ type: 'received-in-person' }],
  'find-incomplete': () => [{ type: 'in-person-incomplete' }],
  'undo-in-person': () => [{ type: 'in-person-undone' }],
  'claim-in-person': (_c, a) => [{ type: 'in-person-claimed', note: a.note }],
  'withdraw-claim': () => [{ type: 'in-person-claim-withdrawn' }],
  'decline-claim': () => [{ type: 'in-person-claim-declined' }],
  extend: (_c, a) => extension(a)
};

function stageMoved(c: Custody, a: Extract<Action, { do: 'move-stage' }>): CustodyDeed {
  const { stages } = c.terms;
  const from = stageOf(stages, c.stage);
  const to = stages.find(({ id }) => id === a.to) ?? null;
  if (!from) throw new Error('There is no track, although moving on it was allowed.');
  const goes = to === null ? 'rest' : to.asks ? 'student' : 'office';
  return {
    type: 'stage-moved',
    round: c.standing,
    from: named(from),
    to: to && named(to),
    back: to !== null && stages.indexOf(to) < stages.indexOf(from),
    goes,
    grants: goes === 'student' && roundsLeft(c) === 0 ? 1 : 0,
    remark: a.remark
  };
}

const named = ({ id, title, office }: Stage) => ({ id, title, office: office?.name ?? null });

function extension(a: { due?: Moment | null; closes?: Moment | null }): CustodyDeed[] {
  const { due, closes } = a;
  return due === undefined && closes === undefined ? [] : [{ type: 'extended', due, closes }];
}

function standing(c: Custody): number {
  if (c.standing === null) throw new Error('No round stands, although the action was allowed.');
  return c.standing;
}

/** What the way of judging settles by, where the log has to say it. */
function settledAs(c: Custody) {
  const { settledBy } = judging(c.terms.settles);
  return settledBy === 'result' ? {} : { as: settledBy };
}

/** The round whose result settled the packet, for a correction. */
function settledRound(c: Custody): number {
  const round = c.rounds.find((r) => r.state === 'settled');
  if (!round) throw new Error('Nothing stands and nothing settled, although returning was allowed.');
  return round.no;
}

function roundNow(c: Custody) {
  return c.rounds.find((r) => r.no === c.standing);
}
