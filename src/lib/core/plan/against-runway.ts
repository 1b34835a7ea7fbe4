import { daysLater, startOfDay } from '../time/days';
import { MINUTE, type Moment } from '../time/moment';
import type { PlanLine, PlannedTask } from './inputs';
import { RUNWAY_DAYS } from './runway';
import type { Session } from './view';

/** How one open work stands against the days that are left for it. Times in minutes. */
export interface WorkAgainst {
  id: string;
  title: string;
  due: Moment;
  whole: number;
  done: number;
  /** In sessions that end by when it is due. */
  planned: number;
  /** What finds no session by then. */
  missing: number;
  sessions: Array<{ key: string; from: Moment; to: Moment }>;
}

const MOST = 24;

/**
 * Open work that has an end on the runway, first come first, with what is done of it and what is planned before its end.
 *
 * @param zone the student's IANA zone: the runway ends at a midnight of theirs
 */
export function againstRunway(
  tasks: readonly PlannedTask[],
  sessions: readonly Session[],
  lines: readonly PlanLine[],
  now: Moment,
  zone: string
): WorkAgainst[] {
  const titles = new Map(lines.map(({ assignmentId, title }) => [assignmentId, title]));
  const end = daysLater(startOfDay(now, zone), RUNWAY_DAYS, zone);
  return tasks
    .flatMap(({ id, due, estimate }): WorkAgainst[] => {
      if (due === null || due > end) return [];
      const own = sessions.filter((one) => one.taskId === id && one.state !== 'held' && one.to > now);
      const inTime = own.filter(({ to }) => to <= due);
      const planned = inTime.reduce((sum, { from, to }) => sum + Math.round((to - Math.max(from, now)) / MINUTE), 0);
      return [
        {
          id,
          title: titles.get(id) ?? '',
          due,
          whole: estimate.whole,
          done: Math.max(0, estimate.whole - estimate.left),
          planned,
          missing: Math.max(0, estimate.left - planned),
          sessions: own.map(({ key, from, to }) => ({ key, from, to }))
        }
      ];
    })
    .sort((a, b) => a.due - b.due || (a.id < b.id ? -1 : 1))
    .slice(0, MOST);
}
