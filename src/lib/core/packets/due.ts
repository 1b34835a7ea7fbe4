import type { LatePolicy } from '../lateness/late-policy';
import { lateness } from '../lateness/lateness';
import { isClosed, type Terms } from './terms';
import { SECOND, type Moment } from '../time/moment';
import { relative, span } from '../time/words';

/** Timeliness beside the baton. It never changes the glyph. */
export interface Timeliness {
  words: string;
  /** `overdue` is the only one drawn in the warning colour; each also reads from its words. */
  tone: 'none' | 'ahead' | 'soon' | 'overdue' | 'on-time' | 'late' | 'closed';
}

/** How the due moment stands for work that is still with the student. */
export function timeToDue(terms: Pick<Terms, 'due' | 'closes' | 'late'>, now: Moment): Timeliness {
  const { due } = terms;
  if (isClosed(terms, now)) return { words: 'Closed', tone: 'closed' };
  if (due === null) return { words: 'No due date', tone: 'none' };
  if (due < now) return { words: `Overdue by ${span(now - due)}`, tone: 'overdue' };
  return { words: `Due ${relative(due, now)}`, tone: due - now <= 24 * 3600 * SECOND ? 'soon' : 'ahead' };
}

/** How timely a submitted round was, from its lateness in whole seconds. */
export function roundTimeliness(lateSeconds: number, due: Moment | null): Timeliness {
  if (due === null) return { words: 'No due date', tone: 'none' };
  if (lateSeconds === 0) return { words: 'On time', tone: 'on-time' };
  return { words: `Late by ${span(lateSeconds * SECOND)}`, tone: 'late' };
}

/** What submitting now would cost, in words; null where it costs nothing. */
export function costNow(due: Moment | null, zone: string, policy: LatePolicy, now: Moment): string | null {
  const late = lateness(now, due, zone, policy);
  if (late.seconds === 0) return null;
  const lost = Math.round((1 - late.kept) * 1000) / 10;
  if (lost === 0) return 'Late, and it costs no points';
  return policy.kind === 'per-day'
    ? `Late: day ${late.startedDays}, ${lost} % of the points are lost`
    : `Late: ${lost} % of the points are lost`;
}

/** What lateness costs on an assignment, in one plain sentence. */
export function latePolicyWords(policy: LatePolicy): string {
  const grace =
    policy.kind !== 'none' && policy.graceMinutes > 0 ? ` The first ${policy.graceMinutes} min are free.` : '';
  switch (policy.kind) {
    case 'none':
      return 'Being late costs no points.';
    case 'per-day': {
      const floor = policy.floorPercent > 0 ? `, never below ${policy.floorPercent} %` : '';
      return `Each started day late costs ${policy.percent} % of the points${floor}.${grace}`;
    }
    case 'flat':
      return `Being late costs ${policy.percent} % of the points.${grace}`;
    case 'not-accepted':
      return `Late work is not accepted.${grace}`;
  }
}
