import type { Custody, CustodyRound } from './custody';
import type { CustodyEvent, CustodyEventType } from './events';
import type { Terms } from './terms';
import type { Moment } from '../time/moment';

/**
 * Reads a packet's log into its custody.
 *
 * Pure and deterministic: the same terms and events give the same answer anywhere. The log is trusted to be one that
 * `decide` wrote; a log that could not have been written is refused loudly rather than guessed at.
 *
 * @param terms  the assignment's terms, without extensions (those are in the log)
 * @param events in the order in which they happened
 * @throws Error when an event speaks of a round that does not exist
 */
export function fold(terms: Terms, events: readonly CustodyEvent[]): Custody {
  return events.reduce(apply, blank(terms));
}

/** The custody of a packet in which nothing has happened. */
export function blank(terms: Terms): Custody {
  return {
    terms,
    phase: 'making',
    opened: false,
    pieces: 0,
    rounds: [],
    standing: null,
    granted: 0,
    settledBy: null,
    excused: false,
    inPerson: false,
    seal: null,
    ranOutAt: null,
    comesBack: null,
    nominated: null,
    handBack: null,
    claimed: null,
    lastMove: null,
    since: null,
    stage: null,
    undo: null
  };
}

/** One step of the fold. */
export function apply(custody: Custody, event: CustodyEvent): Custody {
  // Each entry takes exactly the event of its own key; TypeScript cannot follow that through the lookup.
  const step = STEPS[event.type] as (c: Custody, e: CustodyEvent) => Custody;
  const next = step(custody, event);
  const round = returnedBy(event);
  if (round !== null) return { ...next, undo: { at: event.at, round, before: { ...custody, undo: null } } };
  // Whoever only looks at what came back has done nothing about it.
  return event.type === 'opened' ? next : { ...next, undo: null };
}

/** The round that an event gives back to its student or settles; null where it does neither. */
function returnedBy(event: CustodyEvent): number | null {
  if (event.type === 'returned' || event.type === 'looked-at') return event.round;
  return event.type === 'stage-moved' && event.goes !== 'office' ? event.round : null;
}

type Steps = { [T in CustodyEventType]: (c: Custody, e: Extract<CustodyEvent, { type: T }>) => Custody };

const STEPS: Steps = {
  opened: (c) => ({ ...c, opened: true }),
  'piece-added': (c) => ({ ...c, opened: true, pieces: c.pieces + 1 }),
  'piece-removed': (c) => ({ ...c, pieces: c.pieces - 1 }),
  submitted: (c, e) => ({
    ...c,
    phase: 'submitted',
    standing: e.round,
    rounds: [
      ...change(c.rounds, c.standing, { state: 'superseded' }),
      { no: e.round, at: e.from ?? e.at, state: 'standing', opened: false, markingBegun: false }
    ],
    ...NOTHING_PENDING,
    lastMove: 'to-teacher',
    since: e.at
  }),
  sealed: (c, e) => ({ ...c, seal: { at: e.at, until: e.until }, ranOutAt: null }),
  'seal-broken': (c) => ({ ...c, seal: null }),
  'seal-ran-out': (c, e) => ({ ...c, seal: null, ranOutAt: e.at }),
  'taken-back': (c, e) => {
    const rounds = change(change(c.rounds, e.round, { state: 'taken-back' }), e.restores, { state: 'standing' });
    const nominated = c.nominated === e.round ? null : c.nominated;
    if (e.restores !== null) return { ...c, phase: 'revising', rounds, standing: e.restores, nominated, seal: null };
    const comesBack = e.ifDue ? e.round : null;
    return { ...withStudent(c, e.at), ...NOTHING_PENDING, phase: 'taken-back', rounds, nominated, comesBack };
  },
  'stood-again': (c, e) => ({
    ...c,
    phase: 'revising',
    rounds: change(c.rounds, e.round, { state: 'standing' }),
    standing: e.round,
    ...NOTHING_PENDING,
    lastMove: 'to-teacher',
    since: e.at
  }),
  nominated: (c, e) => {
    const chosen = c.rounds.find((r) => r.no === e.round);
    if (chosen?.state !== 'superseded') return { ...c, nominated: e.round };
    const rounds = change(change(c.rounds, c.standing, { state: 'superseded' }), e.round, { state: 'standing' });
    return { ...c, nominated: e.round, rounds, standing: e.round };
  },
  'hand-back-asked': (c, e) => ({ ...c, handBack: { at: e.at, reason: e.reason } }),
  'hand-back-declined': (c) => ({ ...c, handBack: null }),
  'handed-back': (c, e) => ({
    ...withStudent(c, e.at),
    ...NOTHING_PENDING,
    phase: 'taken-back',
    rounds: change(c.rounds, e.round, { state: 'taken-back', opened: true }),
    granted: c.granted + e.grants
  }),
  revised: (c) => ({ ...c, phase: 'revising' }),
  'revision-dropped': (c, e) => ({ ...c, phase: 'submitted', pieces: e.pieces }),
  'round-opened': (c, e) => ({ ...c, rounds: change(c.rounds, e.round, { opened: true }) }),
  marked: (c, e) => ({ ...c, rounds: change(c.rounds, e.round, { opened: true, markingBegun: true }) }),
  returned: (c, e) => {
    const settled = e.outcome === 'settled';
    return {
      ...withStudent(c, e.at),
      ...NOTHING_PENDING,
      phase: settled ? 'settled' : 'another-round',
      settledBy: settled ? (e.as ?? 'result') : null,
      rounds: change(c.rounds, e.round, { state: settled ? 'settled' : 'returned', opened: true, markingBegun: true }),
      granted: c.granted + e.grants,
      stage: c.stage && { ...c.stage, moved: null }
    };
  },
  'stage-moved': (c, e) => {
    const stage = { id: e.to?.id ?? e.from.id, since: e.at, moved: e.back ? ('back' as const) : ('on' as const) };
    const seen = { opened: true, markingBegun: true };
    if (e.goes === 'office')
      return { ...c, phase: 'submitted', stage, since: e.at, rounds: change(c.rounds, e.round, seen) };
    const settled = e.goes === 'rest';
    return {
      ...withStudent(c, e.at),
      ...NOTHING_PENDING,
      phase: settled ? 'settled' : 'another-round',
      settledBy: settled ? 'stages' : null,
      rounds: change(c.rounds, e.round, { state: settled ? 'settled' : 'returned', ...seen }),
      granted: c.granted + e.grants,
      stage
    };
  },
  'looked-at': (c, e) => ({
    ...c,
    ...NOTHING_PENDING,
    phase: 'settled',
    settledBy: 'looked-at',
    rounds: change(c.rounds, e.round, { state: 'settled', opened: true }),
    standing: null,
    since: e.at
  }),
  'return-undone': (c, e) => {
    if (c.undo?.round !== e.round)
      throw new Error(`The log undoes a return of round ${e.round}, which was not the last.`);
    return c.undo.before;
  },
  'declared-done': (c, e) => ({ ...c, phase: 'settled', settledBy: 'declared', opened: true, since: e.at }),
  'declaration-withdrawn': (c, e) => ({ ...c, phase: 'making', settledBy: null, since: e.at }),
  excused: (c) => ({ ...c, excused: true, seal: null, claimed: null, comesBack: null }),
  'excuse-lifted': (c) => ({ ...c, excused: false }),
  'received-in-person': (c) => ({ ...c, inPerson: true, seal: null, claimed: null, comesBack: null }),
  'in-person-incomplete': (c, e) => ({
    ...withStudent(c, e.at),
    ...NOTHING_PENDING,
    opened: true,
    phase: 'another-round'
  }),
  'in-person-undone': (c) => ({ ...c, inPerson: false }),
  'in-person-claimed': (c, e) => ({ ...c, claimed: { at: e.at, note: e.note } }),
  'in-person-claim-withdrawn': (c) => ({ ...c, claimed: null }),
  'in-person-claim-declined': (c) => ({ ...c, claimed: null }),
  extended: (c, e) => ({
    ...c,
    terms: {
      ...c.terms,
      due: e.due === undefined ? c.terms.due : e.due,
      closes: e.closes === undefined ? c.terms.closes : e.closes
    }
  })
};

/** Once a round moves, what was under way or asked for about the one before is over. */
const NOTHING_PENDING = { seal: null, ranOutAt: null, comesBack: null, handBack: null, claimed: null } as const;

function withStudent(c: Custody, at: Moment): Custody {
  return { ...c, standing: null, lastMove: 'to-student', since: at };
}

function change(rounds: CustodyRound[], no: number | null, to: Partial<CustodyRound>): CustodyRound[] {
  if (no === null) return rounds;
  if (!rounds.some((r) => r.no === no)) throw new Error(`The log speaks of round ${no}, which was never submitted.`);
  return rounds.map((r) => (r.no === no ? { ...r, ...to } : r));
}
