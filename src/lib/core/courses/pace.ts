import { DAY, HOUR, SECOND, type Moment } from '../time/moment';
import { dayOf, daysLater, startOfDay } from '../time/days';

/** How long a submit waits with a course's teachers: the middle of their latest returns, and how much longer the slower ones took. */
export interface Pace {
  /** Seconds. */
  median: number;
  /** Seconds beyond the median within which four of five came back. */
  spread: number;
}

/** Days on which nothing is marked: both ends included, as `YYYY-MM-DD` in the school's zone. */
export interface Pause {
  title: string;
  first: string;
  last: string;
}

/** A habit shows in so many returns; fewer say nothing about the next. */
export const HABIT = 5;

/** What students are given to work on another round before it has to come in again. */
export const REWORK = 2 * DAY;

/** The pace that shows in the waits of the latest returns, in seconds; null where they are too few. Quantiles as SQL's `percentile_cont`. */
export function paceOf(waits: readonly number[]): Pace | null {
  if (waits.length < HABIT) return null;
  const sorted = [...waits].sort((a, b) => a - b);
  const median = Math.round(quantile(sorted, 0.5));
  return { median, spread: Math.max(0, Math.round(quantile(sorted, 0.8)) - median) };
}

function quantile(sorted: readonly number[], share: number): number {
  const place = (sorted.length - 1) * share;
  const below = sorted[Math.floor(place)] ?? 0;
  return below + ((sorted[Math.ceil(place)] ?? below) - below) * (place - Math.floor(place));
}

/** How much time of a stretch anybody marks in: days of pauses do not count. In milliseconds. */
export function markingTime(from: Moment, to: Moment, pauses: readonly Pause[], zone: string): number {
  let time = 0;
  for (let at = from; at < to;) {
    const next = Math.min(to, daysLater(startOfDay(at, zone), 1, zone));
    if (!pausedOn(at, pauses, zone)) time += next - at;
    at = next;
  }
  return time;
}

/** The moment from which so much marking time lies before another. Looks back two years at most. */
export function markingTimeBefore(to: Moment, time: number, pauses: readonly Pause[], zone: string): Moment {
  let [at, left] = [to, time];
  const end = to - 730 * DAY;
  while (left > 0 && at > end) {
    const day = startOfDay(at - 1, zone);
    if (!pausedOn(day, pauses, zone)) {
      if (at - day >= left) return at - left;
      left -= at - day;
    }
    at = day;
  }
  return at;
}

/** By when to submit so that it can come back once more and still be passed in time. */
export interface SubmitBy {
  at: Moment;
  /** What either wait is reckoned with, in milliseconds. */
  wait: number;
  /** Pauses that lie between. */
  over: Pause[];
}

/**
 * Reckons back from the moment by which something must be passed: the last round is marked, the student had time for it, the one
 * before was marked.
 *
 * @returns null where nothing is known of the teacher's pace
 */
export function submitBy(passBy: Moment, pace: Pace | null, pauses: readonly Pause[], zone: string): SubmitBy | null {
  if (pace === null) return null;
  const wait = (pace.median + pace.spread) * SECOND;
  const lastIn = markingTimeBefore(passBy, wait, pauses, zone);
  // Nobody knows it to the minute.
  const at = Math.floor(markingTimeBefore(lastIn - REWORK, wait, pauses, zone) / HOUR) * HOUR;
  const [first, last] = [dayOf(at, zone), dayOf(passBy, zone)];
  return { at, wait, over: pauses.filter((pause) => pause.last >= first && pause.first <= last) };
}

function pausedOn(at: Moment, pauses: readonly Pause[], zone: string): boolean {
  if (pauses.length === 0) return false;
  const day = dayOf(at, zone);
  return pauses.some(({ first, last }) => first <= day && day <= last);
}
