import { DAY, type Moment } from '../time/moment';
import { daysLater, startOfDay } from '../time/days';
import type { Holding } from '../packets/custody';

/** How far the runway reaches. */
export const RUNWAY_DAYS = 14;

/** One due moment, as the runway is sent to the browser. */
export interface RunwayDue extends Pick<Holding, 'holder' | 'standing'> {
  assignmentId: string;
  title: string;
  courseTitle: string;
  emblem: string;
  due: Moment;
  /** Work still estimated; 0 where it is no longer the student's. */
  minutesLeft: number;
}

export interface Stroke extends RunwayDue {
  /** Where on the ribbon it stands: 0 at the start of today, 1 at the end of the last day. */
  at: number;
  /** Length of the stroke: 0 to 1, by the work left; the longest work of the ribbon is 1. */
  length: number;
}

/** A session of the plan, as the runway shows it. */
export interface RunwaySession {
  from: Moment;
  to: Moment;
  title: string;
}

/** The ribbon of the next 14 days. */
export interface Runway {
  begins: Moment;
  ends: Moment;
  /** The present moment on the ribbon, 0 to 1. */
  now: number;
  /** Midnights between its days. */
  days: Array<{ at: number; begins: Moment }>;
  strokes: Stroke[];
  /** Due moments that have passed with the work still in the student's hands, the longest overdue first. */
  overdue: RunwayDue[];
}

/**
 * Lays due moments out on the runway.
 *
 * @param zone the reader's IANA zone: the ribbon begins at their midnight and its days are theirs, 23 or 25 hours long
 *             where the clocks change
 */
export function layRunway(dues: readonly RunwayDue[], now: Moment, zone: string): Runway {
  const begins = startOfDay(now, zone);
  const ends = daysLater(begins, RUNWAY_DAYS, zone);
  const place = (moment: Moment) => (moment - begins) / (ends - begins);
  const mine = (due: RunwayDue) => due.holder === 'student' && due.standing !== 'closed';
  const overdue = dues.filter((due) => due.due < now && mine(due)).sort((a, b) => a.due - b.due);
  const ahead = dues.filter((due) => due.due >= now && due.due < ends).sort((a, b) => a.due - b.due);
  const longest = Math.max(1, ...ahead.map((due) => due.minutesLeft));
  return {
    begins,
    ends,
    now: place(now),
    days: Array.from({ length: RUNWAY_DAYS }, (_, i) => daysLater(begins, i, zone)).map((day) => ({
      at: place(day),
      begins: day
    })),
    strokes: ahead.map((due) => ({ ...due, at: place(due.due), length: due.minutesLeft / longest })),
    overdue
  };
}

/** From when on due moments matter to the runway: long overdue work is still overdue, but not for ever. */
export function runwayReach(now: Moment): { from: Moment; to: Moment } {
  return { from: now - 120 * DAY, to: now + (RUNWAY_DAYS + 1) * DAY };
}
