import { judging } from '../judging/registry';
import { lateness } from '../lateness/lateness';
import { minutesLeft } from '../plan/work-left';
import { isClosed } from '../packets/terms';
import { DAY, type Moment } from '../time/moment';
import type { GradeItem } from './items';
import type { GradeLine } from './line';
import { countedPoints } from './points';
import type { StillOpen } from './possible';
import { gradeState, type GradeState } from './state';
import { itemOf } from './state-item';

/** What a line brings to its course's grade. */
export function gradeItem(line: GradeLine, now: Moment): GradeItem {
  const { assignmentId: id, title, given, kept, due, settles, points } = line;
  const possible = judging(settles).points ? points : null;
  const earned = given === null ? null : countedPoints(given, kept ?? 1);
  return itemOf({ id, title, due, possible, earned, settles, state: gradeState(line, now) });
}

/**
 * Whether a result may still come or change, and between what and what; null where it stands as it is.
 *
 * At most is what the late policy leaves of all its points at this moment. What came back can bring more while rounds are left and it
 * has not closed; by a worse one it loses nothing, since nobody has to submit again.
 */
export function stillOpen(line: GradeLine, now: Moment): StillOpen | null {
  const item = gradeItem(line, now);
  const kind = kindOf(line, item, now);
  if (kind === null) return null;
  const points = item.possible !== null;
  const low = item.earned ?? (item.passed ? 1 : 0);
  const high = kind === 'waiting' ? atMost(item, line.standingKept ?? 1) : atMost(item, shareAt(line, now));
  if (kind === 'repair' && high <= low) return null;
  const tomorrow = kind === 'waiting' ? high : atMost(item, shareAt(line, now + DAY));
  return {
    id: item.id,
    title: item.title,
    kind,
    low: Math.min(low, high),
    high,
    highTomorrow: tomorrow < high ? Math.max(tomorrow, low) : null,
    points,
    minutesLeft: kind === 'waiting' ? 0 : minutesLeft(line)
  };
}

/** States in which a result stands, or none is to come. */
const STANDS: ReadonlySet<GradeState> = new Set(['excused', 'closed', 'declared', 'returned', 'in-person']);

function kindOf(line: GradeLine, item: GradeItem, now: Moment): StillOpen['kind'] | null {
  const state = gradeState(line, now);
  if (STANDS.has(state)) return null;
  if (state === 'waiting') return 'waiting';
  if (item.earned === null && item.passed === null) return 'open';
  return canRepair(line, now) ? 'repair' : null;
}

/** So much of its points as lateness leaves; of what has none, passed as long as it can be handed in. */
const atMost = ({ possible }: GradeItem, kept: number) =>
  possible === null ? Number(kept > 0) : countedPoints(possible, kept);

/** Another round can still be handed in. */
export function canRepair(line: GradeLine, now: Moment): boolean {
  if (line.standing !== 'another-round') return false;
  const left = line.allowance === null || line.roundsUsed < line.allowance;
  return left && !isClosed(line, now);
}

/** What of the points lateness leaves if it is submitted then. */
function shareAt(line: GradeLine, at: Moment): number {
  if (isClosed(line, at)) return 0;
  const { kept, accepted } = lateness(at, line.due, line.course.zone, line.late);
  return accepted ? kept : 0;
}
