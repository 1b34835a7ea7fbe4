import { submitBy, type Pace, type Pause } from '../courses/pace';
import { submitEnds } from '../packets/terms';
import type { DeskLine } from '../packets/desk';
import { DAY, type Moment } from '../time/moment';
import { estimate, type Estimate, type PastWork } from './estimate';
import { freeTime, minutesOf, without, type Sitting, type Stretch, type WorkingHours } from './free-time';
import { plan, type Plan, type PlanTask } from './planner';

/** A sitting that somebody put where it is, or held. */
export interface KeptSitting extends Stretch {
  id: string;
  taskId: string;
  no: number;
  /** `pinned`: it stays where it is. `running`: since `from`, with no end yet. `held`: it is past. */
  state: 'pinned' | 'running' | 'held';
}

/** What takes somebody elsewhere. */
export interface BusyTime extends Stretch {
  title: string;
}

/** An assignment with what its planning turns on. */
export interface PlanLine extends DeskLine {
  /** Minutes that the student said it takes; null where they did not. */
  own: number | null;
  /** By when the student wants it done; null where they said nothing. */
  target: Moment | null;
  passBy: Moment | null;
  /** The end of its course's last day; null where that is not known. Only what has no other end is planned towards it. */
  courseEnds: Moment | null;
  allowance: number | null;
  settles: string;
  pace: Pace | null;
  /** Places' worth of words that are not written yet, in places that hold something. */
  unwritten: number;
  /** Minutes sat at it. */
  sat: number;
  /** What stands in its entries, where it is fed over the year; null elsewhere, or while nothing does. */
  entered: string | null;
}

/** All that a plan is made of. */
export interface PlanInputs {
  lines: PlanLine[];
  hours: WorkingHours;
  sitting: Sitting;
  busy: BusyTime[];
  kept: KeptSitting[];
  past: PastWork[];
  pauses: Pause[];
  now: Moment;
  /** The student's IANA zone. */
  zone: string;
}

/** How far ahead is planned. */
export const PLAN_DAYS = 60;
/** From so many hours of work on, what is due in a month or later is done a bit at a time. */
const LONG_WORK = 4 * 60;

/** An assignment of the plan with its estimate. */
export interface PlannedTask extends PlanTask {
  estimate: Estimate;
}

/** What is to be placed: all that is the student's now, without what was pinned. */
export function planTasks({ lines, kept, past, pauses, now }: PlanInputs): PlannedTask[] {
  return lines.flatMap((line): PlannedTask[] => {
    if (line.holder !== 'student' || line.standing === 'closed' || line.standing === 'sealed') return [];
    const own = kept.filter(({ taskId }) => taskId === line.assignmentId);
    const pinned = own
      .filter(({ state, to }) => state === 'pinned' && to > now)
      .reduce((sum, one) => sum + minutesOf(one), 0);
    const guess = estimate(line, line.own, past, line.sat);
    const due = dueOf(line, pauses, now);
    const overdue = due !== null && due <= now;
    const paced = !overdue && guess.left >= LONG_WORK && (due === null || due - now > 28 * DAY);
    return [
      {
        id: line.assignmentId,
        minutes: Math.max(0, guess.left - pinned),
        opens: line.opens !== null && line.opens > now ? line.opens : null,
        due: overdue ? null : due,
        overdue,
        better: overdue ? null : betterBy(line, pauses, due, now),
        weight: line.weight ?? line.points ?? 1,
        before: Math.max(0, ...own.map(({ no }) => no)),
        paced,
        estimate: guess
      }
    ];
  });
}

/** By when it has to be in: what comes first of the due moment, the end of submitting, and the date to pass by, less the wait, and a target. */
function dueOf(line: PlanLine, pauses: readonly Pause[], now: Moment): Moment | null {
  const passing =
    line.passBy === null ? null : (submitBy(line.passBy, line.pace, pauses, line.course.zone)?.at ?? line.passBy);
  const ends = [line.due, submitEnds(line), passing, line.target].filter((at) => at !== null);
  if (ends.length > 0) return Math.min(...ends);
  return line.courseEnds !== null && line.courseEnds > now ? line.courseEnds : null;
}

/** Where another round is likely, so early that it can come back and be done again. */
function betterBy(line: PlanLine, pauses: readonly Pause[], due: Moment | null, now: Moment): Moment | null {
  const likely = line.settles === 'pass-or-again' && line.allowance !== 1 && line.standing !== 'another-round';
  if (!likely || due === null) return null;
  const early = submitBy(due, line.pace, pauses, line.course.zone)?.at ?? null;
  return early !== null && early > now && early < due ? early : null;
}

/** The plan of a student's open work. */
export function makePlan(inputs: PlanInputs): { plan: Plan; tasks: PlannedTask[] } {
  const { hours, sitting, busy, kept, now, zone } = inputs;
  const tasks = planTasks(inputs);
  const between = { from: now, to: now + PLAN_DAYS * DAY };
  const taken = kept.filter(({ state }) => state !== 'held').map(({ from, to }) => ({ from, to: Math.max(to, from) }));
  const free = without(
    freeTime(hours, busy, between, zone),
    [...taken].sort((a, b) => a.from - b.from)
  );
  return { plan: plan(tasks, free, sitting, zone), tasks };
}
