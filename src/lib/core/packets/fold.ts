import type { Custody, CustodyRound } from './custody';
import type { CustodyEvent, CustodyEventType } from './events';
import type { Terms } from './terms';

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
    lastMove: null,
    since: null
  };
}

/** One step of the fold. */
export function apply(custody: Custody, event: CustodyEvent): Custody {
  // Each entry takes exactly the event of its own key; TypeScript cannot follow that through the lookup.
  const step = STEPS[event.type] as (c: Custody, e: CustodyEvent) => Custody;
  return step(custody, event);
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
      { no: e.round, at: e.at, state: 'standing', opened: false, markingBegun: false }
    ],
    lastMove: 'to-teacher',
    since: e.at
  }),
  'taken-back': (c, e) => {
    const rounds = change(change(c.rounds, e.round, { state: 'taken-back' }), e.restores, { state: 'standing' });
    return e.restores === null
      ? { ...c, phase: 'taken-back', rounds, standing: null, lastMove: 'to-student', since: e.at }
      : { ...c, phase: 'revising', rounds, standing: e.restores };
  },
  revised: (c) => ({ ...c, phase: 'revising' }),
  'revision-dropped': (c, e) => ({ ...c, phase: 'submitted', pieces: e.pieces }),
  'round-opened': (c, e) => ({ ...c, rounds: change(c.rounds, e.round, { opened: true }) }),
  marked: (c, e) => ({ ...c, rounds: change(c.rounds, e.round, { opened: true, markingBegun: true }) }),
  returned: (c, e) => {
    const settled = e.outcome === 'settled';
    return {
      ...c,
      phase: settled ? 'settled' : 'another-round',
      settledBy: settled ? 'result' : null,
      rounds: change(c.rounds, e.round, { state: settled ? 'settled' : 'returned', opened: true, markingBegun: true }),
      standing: null,
      granted: c.granted + e.grants,
      lastMove: 'to-student',
      since: e.at
    };
  },
  'looked-at': (c, e) => ({
    ...c,
    phase: 'settled',
    settledBy: 'looked-at',
    rounds: change(c.rounds, e.round, { state: 'settled', opened: true }),
    standing: null,
    since: e.at
  }),
  'declared-done': (c, e) => ({ ...c, phase: 'settled', settledBy: 'declared', opened: true, since: e.at }),
  'declaration-withdrawn': (c, e) => ({ ...c, phase: 'making', settledBy: null, since: e.at }),
  excused: (c) => ({ ...c, excused: true }),
  'excuse-lifted': (c) => ({ ...c, excused: false }),
  'received-in-person': (c) => ({ ...c, inPerson: true }),
  'in-person-undone': (c) => ({ ...c, inPerson: false }),
  extended: (c, e) => ({
    ...c,
    terms: {
      ...c.terms,
      due: e.due === undefined ? c.terms.due : e.due,
      closes: e.closes === undefined ? c.terms.closes : e.closes
    }
  })
};

function change(rounds: CustodyRound[], no: number | null, to: Partial<CustodyRound>): CustodyRound[] {
  if (no === null) return rounds;
  if (!rounds.some((r) => r.no === no)) throw new Error(`The log speaks of round ${no}, which was never submitted.`);
  return rounds.map((r) => (r.no === no ? { ...r, ...to } : r));
}
