import { tzOffset } from '@date-fns/tz';
import { DAY, MINUTE, type Moment } from './moment';

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

/** Milliseconds by which a zone's clocks are ahead of UTC. Lists ask for the same moments over and over: no zone changes within a quarter of an hour. */
function offsetAt(moment: Moment, zone: string): number {
  const key = `${Math.floor(moment / (15 * MINUTE))} ${zone}`;
  let offset = offsets.get(key);
  if (offset === undefined) {
    offset = tzOffset(zone, new Date(moment)) * MINUTE;
    if (Number.isNaN(offset)) throw new RangeError(`No such time, or no such zone: ${moment}, ${zone}`);
    if (offsets.size > 20_000) offsets.clear();
    offsets.set(key, offset);
  }
  return offset;
}
const offsets = new Map<string, number>();
