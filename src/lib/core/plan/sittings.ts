import { MINUTE, type Moment } from '../time/moment';
import type { Sitting, Stretch } from './free-time';

/** Work that is to be placed. */
export interface PlanTask {
  id: string;
  /** Minutes that are still to be done, without what is pinned. */
  minutes: number;
  /** Nothing can be done before it; null where it is open. */
  opens: Moment | null;
  /** By when it has to be done to be on time: the due moment, or the student's own target; null where there is none, or it has passed. */
  due: Moment | null;
  /** It was due and is not there: it cannot be on time any more, and comes as soon as nothing else is late by it. */
  overdue: boolean;
  /** By when it is better done: so that another round still fits. Only ever before `due`. */
  better: Moment | null;
  /** How much it matters: where not all can be on time, the heavier is. */
  weight: number;
  /** Sittings of it that were held or pinned: the numbers of those that are placed go on from there. */
  before: number;
  /** Long work that is done a bit at a time: its sittings are spread up to its end. */
  paced: boolean;
}

/** A sitting that is to be placed. */
export interface Unit {
  task: PlanTask;
  minutes: number;
  /** By when it is better done. */
  better: Moment;
}

/** Work in sittings of one length, none longer than wished and, where the work is long enough, none shorter. */
export function sittingsOf(task: PlanTask, { shortest, longest }: Sitting, { from, to }: Stretch): Unit[] {
  if (task.minutes <= 0) return [];
  const count = Math.max(1, Math.min(Math.ceil(task.minutes / longest), Math.floor(task.minutes / shortest) || 1));
  const minutes = Math.min(longest, Math.ceil(task.minutes / count));
  const whole = Math.ceil(task.minutes / minutes);
  const end = task.due ?? to;
  return Array.from({ length: whole }, (_, i) => ({
    task,
    minutes: i === whole - 1 ? task.minutes - minutes * (whole - 1) : minutes,
    better: task.overdue
      ? from
      : task.paced
        ? from + ((end - from) * (i + 1)) / whole
        : (task.better ?? task.due ?? Infinity)
  }));
}

/** Whether a sitting fits a place and is on time there. */
export const isOnTime = ({ task, minutes }: Unit, { from, to }: Stretch): boolean => {
  const ends = from + minutes * MINUTE;
  return ends <= to && (task.opens === null || task.opens <= from) && (task.due === null || ends <= task.due);
};
