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

function zoned(moment: Moment, zone: string): Temporal.ZonedDateTime {
  return Temporal.Instant.fromEpochMilliseconds(moment).toZonedDateTimeISO(zone);
}
