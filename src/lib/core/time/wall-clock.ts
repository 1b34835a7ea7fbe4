import { Temporal } from 'temporal-polyfill';
import type { Moment } from './moment';

/** What a wall-clock reading means in a zone, and whether the clocks made it doubtful. */
export interface WallClockReading {
  moment: Moment;
  /** `repeated`: the hour happens twice that night, the first is meant. `skipped`: it never happens, moved past the gap. */
  doubt: 'repeated' | 'skipped' | null;
}

/**
 * The instant at which clocks in a zone show a given date and time.
 *
 * @param reading local date and time, `YYYY-MM-DDTHH:MM` with optional seconds, as an `<input type="datetime-local">` gives it
 * @param zone    IANA zone name
 * @returns the instant, by the "compatible" rule of RFC 5545 3.3.5 (first of two, shifted past a gap), and the doubt
 * @throws RangeError when the text is no date and time or the zone is unknown
 */
export function fromWallClock(reading: string, zone: string): WallClockReading {
  const local = Temporal.PlainDateTime.from(reading);
  const earlier = local.toZonedDateTime(zone, { disambiguation: 'earlier' });
  const later = local.toZonedDateTime(zone, { disambiguation: 'later' });
  if (earlier.epochMilliseconds === later.epochMilliseconds) return { moment: earlier.epochMilliseconds, doubt: null };
  const happens = earlier.toPlainDateTime().equals(local);
  return happens
    ? { moment: earlier.epochMilliseconds, doubt: 'repeated' }
    : { moment: later.epochMilliseconds, doubt: 'skipped' };
}

/** Whether a reading names a day that exists: the 31st of February does not. */
export function isWallClock(reading: string): boolean {
  try {
    Temporal.PlainDateTime.from(reading, { overflow: 'reject' });
    return true;
  } catch {
    return false;
  }
}

/** Whether there is a time zone of this name (IANA). */
export function isZone(zone: string): boolean {
  try {
    Temporal.Instant.fromEpochMilliseconds(0).toZonedDateTimeISO(zone);
    return /^[A-Za-z]/.test(zone);
  } catch {
    return false;
  }
}

/** What clocks in the zone show at an instant, as an `<input type="datetime-local">` wants it: `YYYY-MM-DDTHH:MM`, or with seconds. */
export function toWallClock(moment: Moment, zone: string, to: 'minute' | 'second' = 'minute'): string {
  return zoned(moment, zone).toPlainDateTime().toString({ smallestUnit: to });
}

/** The same wall-clock time some calendar days later, whatever the clocks do in between. */
export function daysLater(moment: Moment, days: number, zone: string): Moment {
  return zoned(moment, zone).add({ days }).epochMilliseconds;
}

/** The first instant of the calendar day in which an instant lies. */
export function startOfDay(moment: Moment, zone: string): Moment {
  return zoned(moment, zone).startOfDay().epochMilliseconds;
}

/** The calendar day of an instant, `YYYY-MM-DD`. */
export function dayOf(moment: Moment, zone: string): string {
  return zoned(moment, zone).toPlainDate().toString();
}

/** How many midnights lie between two instants in a zone: 0 is the same day, 1 is tomorrow, -1 yesterday. */
export function calendarDaysBetween(from: Moment, to: Moment, zone: string): number {
  return dayNumber(to, zone) - dayNumber(from, zone);
}

/** Days of the zone's calendar since 1970-01-01. Lists ask for the same moments over and over; the calendar is slow. */
function dayNumber(moment: Moment, zone: string): number {
  const key = `${moment} ${zone}`;
  let number = numbered.get(key);
  if (number === undefined) {
    if (numbered.size > 5000) numbered.clear();
    const date = zoned(moment, zone).toPlainDate();
    numbered.set(key, (number = EPOCH.until(date, { largestUnit: 'days' }).days));
  }
  return number;
}
const numbered = new Map<string, number>();
const EPOCH = Temporal.PlainDate.from('1970-01-01');

function zoned(moment: Moment, zone: string): Temporal.ZonedDateTime {
  return Temporal.Instant.fromEpochMilliseconds(moment).toZonedDateTimeISO(zone);
}
