import { DAY, MINUTE, type Moment } from '../time/moment';
import { daysLater } from '../time/days';
import { graceMinutes } from './grace';
import type { LatePolicy } from './late-policy';
import { keptAfter } from './lateness';

/** From a moment on, this share of the points is kept. */
export interface LateStep {
  from: Moment;
  kept: number;
}

/** Steps beyond this many tell nothing more. */
const MOST_STEPS = 15;

/**
 * What submitting costs hour by hour: each moment at which the share of the points that is kept falls.
 *
 * @param due    the effective due moment
 * @param closes after which nothing can be submitted; the curve ends there at the latest. Null for never
 * @param zone   the course's IANA zone: days are counted on its wall clock
 * @returns the steps in order, the first being the due moment at full points; and where the curve ends
 */
export function lateCurve(
  due: Moment,
  closes: Moment | null,
  zone: string,
  policy: LatePolicy
): { steps: LateStep[]; ends: Moment } {
  const steps: LateStep[] = [{ from: due, kept: 1 }];
  if (policy.kind !== 'none') {
    // Past the grace, lateness counts from the due moment: the first fall comes at the grace's end.
    const graceEnds = due + graceMinutes(policy) * MINUTE;
    for (let day = 1; day <= MOST_STEPS; day++) {
      const begins = Math.max(daysLater(due, day - 1, zone), graceEnds);
      if (begins >= daysLater(due, day, zone)) continue;
      const kept = keptAfter(day, policy);
      if (kept !== steps.at(-1)?.kept) steps.push({ from: begins, kept });
    }
  }
  // Past the last fall nothing changes: two days more show that.
  const levelled = (steps.at(-1)?.from ?? due) + 2 * DAY;
  const ends = closes === null ? levelled : Math.min(closes, levelled);
  return { steps: steps.filter(({ from }) => from < ends), ends: Math.max(ends, due) };
}

/** True where lateness costs in more than one step, so that a picture says more than a sentence. */
export function isCurve(policy: LatePolicy): boolean {
  return policy.kind === 'per-day' && policy.percent > 0;
}
