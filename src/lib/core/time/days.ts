import { DAY, type Moment } from './moment';
import { offsetAt } from './offsets';

/**
 * Calendar days of a zone. Every page asks for them, and the runway draws them in the browser: they rest on the zone's offset alone, which
 * weighs a twentieth of what reading a clock on the wall (`wall-clock.ts`) needs.
 */

/**
 * The same wall-clock time some calendar days later, whatever the clocks do in between: the first of two where the hour happens twice, past
 * the gap where it never happens (RFC 5545, 3.3.5).
 *
 * @param zone IANA zone name
 * @throws RangeError where there is no such zone
 */
export function daysLater(moment: Moment, days: number, zone: string): Moment {
  return days === 0 ? moment : instantOf(moment + offsetAt(moment, zone) + days * DAY, zone);
}

/** The first instant of the calendar day in which an instant lies. @throws RangeError where there is no such zone */
export function startOfDay(moment: Moment, zone: string): Moment {
  return instantOf(dayNumber(moment, zone) * DAY, zone);
}

/** How many midnights lie between two instants in a zone: 0 is the same day, 1 is tomorrow, -1 yesterday. */
export function calendarDaysBetween(from: Moment, to: Moment, zone: string): number {
  return dayNumber(to, zone) - dayNumber(from, zone);
}

/** The calendar day of an instant, `YYYY-MM-DD`. */
export function dayOf(moment: Moment, zone: string): string {
  return new Date(dayNumber(moment, zone) * DAY).toISOString().slice(0, 10);
}

/** Days of the zone's calendar since 1970-01-01. */
const dayNumber = (moment: Moment, zone: string): number => Math.floor((moment + offsetAt(moment, zone)) / DAY);

/** @param shown what clocks in the zone show, as if it were UTC */
function instantOf(shown: number, zone: string): Moment {
  const before = shown - offsetAt(shown - DAY, zone);
  const after = shown - offsetAt(shown + DAY, zone);
  const happens = [before, after].filter((at) => at + offsetAt(at, zone) === shown);
  return happens.length > 0 ? Math.min(...happens) : before;
}
