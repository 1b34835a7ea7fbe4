import { MINUTE, SECOND, type Moment } from '../time/moment';
import { daysLater } from '../time/days';
import { graceMinutes } from './grace';
import type { LatePolicy } from './late-policy';

/** How late a round is, and what share of its points that leaves. */
export interface Lateness {
  /** Whole seconds after the due moment; 0 when on time or within the grace. */
  seconds: number;
  /** Started days of wall-clock time in the course's zone; 0 when on time. */
  startedDays: number;
  /** Fraction of the points kept, 0 to 1. */
  kept: number;
  /** False only where the policy takes no late work and this is late. */
  accepted: boolean;
}

/**
 * How late a round is, and what that costs.
 *
 * Fractions of a second are dropped: a submit shown as 18:00:00 against a due moment of 18:00:00 is on time.
 *
 * @param submittedAt when the server received the submit
 * @param due         the effective due moment (the assignment's, moved by any extension), or null for none
 * @param zone        the course's IANA zone: a day runs from the due time to the same time on the clock next day
 * @param policy      what lateness costs
 */
export function lateness(submittedAt: Moment, due: Moment | null, zone: string, policy: LatePolicy): Lateness {
  const onTime = { seconds: 0, startedDays: 0, kept: 1, accepted: true };
  if (due === null) return onTime;
  const seconds = Math.floor((submittedAt - due) / SECOND);
  if (seconds <= 0 || seconds * SECOND <= graceMinutes(policy) * MINUTE) return onTime;
  const startedDays = startedDaysAfter(due, due + seconds * SECOND, zone);
  return { seconds, startedDays, kept: keptAfter(startedDays, policy), accepted: policy.kind !== 'not-accepted' };
}

/** The share of points kept once so many late days have started. */
export function keptAfter(startedDays: number, policy: LatePolicy): number {
  if (startedDays <= 0) return 1;
  if (policy.kind === 'per-day') return Math.max(policy.floorPercent, 100 - policy.percent * startedDays, 0) / 100;
  if (policy.kind === 'flat') return (100 - policy.percent) / 100;
  return policy.kind === 'none' ? 1 : 0;
}

/**
 * The moment up to which a submit still counts as on time (the grace included), or null where nothing is due.
 */
export function onTimeUntil(due: Moment | null, policy: LatePolicy): Moment | null {
  return due === null ? null : due + graceMinutes(policy) * MINUTE;
}

/** A class shares its due moment and a list asks for it line by line; the calendar is slow enough to ask it once. */
function sameTimeLater(due: Moment, days: number, zone: string): Moment {
  const key = `${due} ${days} ${zone}`;
  let moment = asked.get(key);
  if (moment === undefined) {
    if (asked.size > 5000) asked.clear();
    asked.set(key, (moment = daysLater(due, days, zone)));
  }
  return moment;
}
const asked = new Map<string, Moment>();

function startedDaysAfter(due: Moment, at: Moment, zone: string): number {
  // 24-hour days land within one of the answer, since a clock change moves a day by less than a day.
  let days = Math.max(0, Math.floor((at - due) / 86_400_000) - 1);
  while (sameTimeLater(due, days, zone) < at) days++;
  return days;
}
