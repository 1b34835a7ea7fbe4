import { graceMinutes } from '../assignments/grace';
import type { LatePolicy } from '../assignments/late-policy';
import { MINUTE, type Moment } from '../time/moment';

/** How an assignment's work settles: by a returned result, by being looked at, or by the student's own word. */
export const SETTLES = ['result', 'looked-at', 'declared'] as const;
export type Settles = (typeof SETTLES)[number];

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
  settles: Settles;
  late: LatePolicy;
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
