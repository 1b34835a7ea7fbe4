import { dayOf } from '../time/days';
import { toWallClock } from '../time/wall-clock';
import type { Moment } from '../time/moment';
import { calendarWords, type CalendarDays } from './calendar';

/** What stands around a date that is being chosen. */
export interface DatesAround {
  calendar: Array<Omit<CalendarDays, 'id'>>;
  /** What else is due in this course. */
  due: Array<{ title: string; at: Moment }>;
}

/**
 * What a teacher should know of a day before they choose it: that it has passed, that there are no lessons, what else is
 * due then. One plain sentence each.
 */
export function dayNotes(moment: Moment, { calendar, due }: DatesAround, zone: string, now: Moment): string[] {
  const day = dayOf(moment, zone);
  const off = calendar.filter(({ first, last }) => first <= day && day <= last);
  const also = due.filter(({ at }) => dayOf(at, zone) === day).map(({ title }) => title);
  return [
    ...(moment < now ? ['This has passed already.'] : []),
    ...off.map(({ title, kind }) => `${title}: ${calendarWords(kind).toLowerCase()} that day.`),
    ...(also.length > 0 ? [`Also due that day: ${also.join(', ')}.`] : [])
  ];
}

/** The hour at which most things of a course are due; 18 where nothing tells. */
export function usualHour(due: DatesAround['due'], zone: string): number {
  const counts = new Map<number, number>();
  for (const { at } of due) {
    const hour = hourOf(at, zone);
    counts.set(hour, (counts.get(hour) ?? 0) + 1);
  }
  return [...counts].sort(([a, n], [b, m]) => m - n || b - a)[0]?.[0] ?? USUAL;
}
const USUAL = 18;
const hourOf = (at: Moment, zone: string) => Number(toWallClock(at, zone).slice(11, 13));
