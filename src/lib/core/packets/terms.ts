import { graceMinutes } from '../lateness/grace';
import type { LatePolicy } from '../lateness/late-policy';
import type { Track } from '../judging/track';
import type { Way } from '../judging/ways';
import { MINUTE, type Moment } from '../time/moment';

/** What an assignment lets a party do and until when. Extensions move `due` and `closes` for one packet. */
export interface Terms {
  opens: Moment | null;
  due: Moment | null;
  /** From this moment on nothing can be submitted. */
  closes: Moment | null;
  /** How many rounds there may be; null for as many as one likes. */
  allowance: number | null;
  /** Whether the student may withdraw a standing round. */
  takeBack: boolean;
  /** How it is judged. */
  settles: Way;
  /** The stages that it passes, where it is judged so. */
  stages: Track;
  late: LatePolicy;
  /** Which of several returned rounds gives the result. */
  counts: Counts;
  /** Whether a student who takes a round back may ask for it to stand again if the due moment passes first. */
  standsAgain: boolean;
  /** For how many minutes after a seal its bytes may still arrive; 0 where nothing can be sealed. */
  followMinutes: number;
}

/** Which round's result counts: the latest that was returned, the best, or the one that the student nominates. */
export const COUNTS = ['latest', 'best', 'nominated'] as const;
export type Counts = (typeof COUNTS)[number];

/** The last moment that counts as on time: the due moment and its grace. Null without a due moment. */
export function onTimeUntil(terms: Pick<Terms, 'due' | 'late'>): Moment | null {
  return terms.due === null ? null : terms.due + graceMinutes(terms.late) * MINUTE;
}

/**
 * When submitting really ends: the closing moment, or the end of the grace where late work is not taken, whichever
 * comes first. Null where it never ends.
 */
export function submitEnds(terms: Pick<Terms, 'due' | 'closes' | 'late'>): Moment | null {
  const refusal =
    terms.late.kind === 'not-accepted' && terms.due !== null
      ? terms.due + graceMinutes(terms.late) * MINUTE + 1000
      : null;
  if (terms.closes === null) return refusal;
  return refusal === null ? terms.closes : Math.min(terms.closes, refusal);
}

/** True once nothing can be submitted any more. */
export function isClosed(terms: Pick<Terms, 'due' | 'closes' | 'late'>, now: Moment): boolean {
  const ends = submitEnds(terms);
  return ends !== null && now >= ends;
}
