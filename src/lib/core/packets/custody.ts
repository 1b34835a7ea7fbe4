import { stagePlace, type StagePlace, type TrackPlace } from '../judging/stages';
import type { SettledBy as OfItself } from '../judging/ways';
import type { Moment } from '../time/moment';
import { isClosed, type Terms } from './terms';

export type Holder = 'student' | 'teacher' | 'nobody';

/** Where a round is in its own life. A party has at most one standing round. */
export type RoundState = 'standing' | 'superseded' | 'taken-back' | 'returned' | 'settled';

export interface CustodyRound {
  no: number;
  at: Moment;
  state: RoundState;
  /** The teacher has looked into it. */
  opened: boolean;
  /** The teacher has noted points or a remark. */
  markingBegun: boolean;
}

/** What brought the packet to rest. */
export type SettledBy = OfItself | 'excused' | 'in-person';

/** Where the work itself is, before excuses and in-person receipts are laid over it. */
export type Phase = 'making' | 'submitted' | 'revising' | 'taken-back' | 'another-round' | 'settled';

/** All that the log says about one packet. Derived by `fold`, never written by hand. */
export interface Custody {
  /** The assignment's terms with this packet's extensions laid over them. */
  terms: Terms;
  phase: Phase;
  /** The student has looked at the assignment. */
  opened: boolean;
  /** Ids of the pieces in the working packet are the server's business; the rules need their number. */
  pieces: number;
  rounds: CustodyRound[];
  /** Number of the round that the teacher has now. */
  standing: number | null;
  /** Rounds that the teacher gave beyond the allowance. */
  granted: number;
  settledBy: OfItself | null;
  excused: boolean;
  inPerson: boolean;
  /** What was sealed and is still arriving. Its time may have run out: ask `activeSeal`. */
  seal: Seal | null;
  /** When the last seal ran out, until something is submitted or sealed again. */
  ranOutAt: Moment | null;
  /** The round that stands again if the due moment passes while the teacher has nothing. */
  comesBack: number | null;
  /** The round that the student wants to count. */
  nominated: number | null;
  /** The student asks for the standing round, which they cannot take back themselves any more. */
  handBack: { at: Moment; reason: string } | null;
  /** The student says that it was handed over in person; the teacher has not said anything to it yet. */
  claimed: { at: Moment; note: string } | null;
  /** Which way the work last moved. */
  lastMove: 'to-teacher' | 'to-student' | null;
  /** When the holder last changed; null before anything moved. */
  since: Moment | null;
  /** Where it is on its track; null at the first stage, and where there is no track. */
  stage: TrackPlace | null;
  /** The return that came last, as long as nothing was done about it; null where there is none. */
  undo: { at: Moment; round: number; before: Custody } | null;
}

/** A manifest that was sealed: the round will count from `at`, if all of it has arrived by `until`. */
export interface Seal {
  at: Moment;
  until: Moment;
}

/** The states of the table that everything on screen reads. */
export const STANDINGS = [
  'not-started',
  'in-progress',
  'sealed',
  'taken-back',
  'another-round',
  'submitted',
  'revising',
  'closed',
  'settled'
] as const;
export type Standing = (typeof STANDINGS)[number];

/** Who holds a packet at a moment, and how that reads. */
export interface Holding {
  holder: Holder;
  standing: Standing;
  settledBy: SettledBy | null;
  lastMove: Custody['lastMove'];
  /** The stage that it is at, where it passes stages. */
  at?: StagePlace | null;
}

/** As much of a custody as it takes to say who holds the packet: lists read just this from the database. */
export type CustodySummary = Pick<Custody, 'phase' | 'pieces' | 'settledBy' | 'excused' | 'inPerson' | 'lastMove'> & {
  seal: Pick<Seal, 'until'> | null;
  terms: Pick<Terms, 'due' | 'closes' | 'late'>;
  /** Lists read its names with the packet; a custody has its track. */
  at: StagePlace | null;
};

/**
 * Who holds the packet at a moment.
 *
 * Time enters only here: an open packet whose closing moment has passed reads as closed. Everything else is in the log.
 */
export function holding(custody: CustodySummary | Custody, now: Moment): Holding {
  const settledBy = restedBy(custody);
  const { phase, lastMove } = custody;
  const at = 'at' in custody ? custody.at : stagePlace(custody.terms.stages, custody.stage);
  const known = { settledBy, lastMove, ...(at && { at }) };
  if (settledBy !== null) return { holder: 'nobody', standing: 'settled', ...known };
  if (phase === 'submitted' || phase === 'revising') return { holder: 'teacher', standing: phase, ...known };
  return { holder: 'student', standing: openStanding(custody, now), ...known };
}

/** What settled the packet, if anything did. An excuse or an in-person receipt rests on top of whatever lies below. */
export function restedBy(custody: Pick<Custody, 'phase' | 'settledBy' | 'excused' | 'inPerson'>): SettledBy | null {
  if (custody.excused) return 'excused';
  if (custody.inPerson) return 'in-person';
  return custody.phase === 'settled' ? custody.settledBy : null;
}

/**
 * How many rounds count against the allowance: all but those taken back before the teacher looked into them.
 */
export function roundsUsed(custody: Custody): number {
  return custody.rounds.filter((r) => r.opened || r.state !== 'taken-back').length;
}

/** How many more rounds may be submitted; null for as many as one likes. */
export function roundsLeft(custody: Custody): number | null {
  const { allowance } = custody.terms;
  return allowance === null ? null : Math.max(0, allowance + custody.granted - roundsUsed(custody));
}

/** The standing round itself, or null. */
export function standingRound(custody: Custody): CustodyRound | null {
  return custody.rounds.find((r) => r.no === custody.standing) ?? null;
}

/** The seal whose bytes may still arrive; null where there is none, or its time is over. */
export function activeSeal<S extends Pick<Seal, 'until'>>(custody: { seal: S | null }, now: Moment): S | null {
  return custody.seal !== null && now <= custody.seal.until ? custody.seal : null;
}

/** The seal whose time is over, where that has not been written down yet. */
export function lapsedSeal(custody: Pick<Custody, 'seal'>, now: Moment): Seal | null {
  return custody.seal !== null && now > custody.seal.until ? custody.seal : null;
}

/** Rounds that can stand again when the present one is taken back: those that a later submit replaced. */
export function restorableRounds(custody: Custody): number[] {
  return custody.rounds.filter((r) => r.state === 'superseded').map((r) => r.no);
}

function openStanding(custody: CustodySummary | Custody, now: Moment): Standing {
  if (activeSeal(custody, now)) return 'sealed';
  if (isClosed(custody.terms, now)) return 'closed';
  if (custody.phase === 'taken-back' || custody.phase === 'another-round') return custody.phase;
  return custody.pieces > 0 ? 'in-progress' : 'not-started';
}
