import { Temporal } from 'temporal-polyfill';
import { HOUR, type Moment } from '../src/lib/core/time/moment';
import { fromWallClock } from '../src/lib/core/time/wall-clock';

/**
 * Reads the demo's way of naming moments, relative to the day of loading so that the Desk always looks alike.
 *
 *   now-3h                three hours before loading
 *   tonight               23:00 on the day of loading, or 23:59 when it is that late already
 *   today+1 18:00         calendar days from the day of loading
 *   school-6 18:00        school days (Monday to Friday) from it: never a weekend
 *
 * @param zone IANA zone in which the times of day are meant
 * @throws Error for anything else, since a typo would silently move the demo
 */
export function when(text: string, now: Moment, zone: string): Moment {
  const hours = /^now-(\d+)h$/.exec(text);
  if (hours) return now - Number(hours[1]) * HOUR;
  const today = Temporal.Instant.fromEpochMilliseconds(now).toZonedDateTimeISO(zone);
  if (text === 'tonight') return at(today.toPlainDate(), today.hour >= 22 ? '23:59' : '23:00', zone);
  const day = /^(today|school)([+-]\d+)? (\d\d:\d\d)$/.exec(text);
  if (!day) throw new Error(`"${text}" names no moment.`);
  const [, kind, offset = '0', time = ''] = day;
  const from = today.toPlainDate();
  const date = kind === 'today' ? from.add({ days: Number(offset) }) : schoolDays(from, Number(offset));
  return at(date, time, zone);
}

function at(date: Temporal.PlainDate, time: string, zone: string): Moment {
  return fromWallClock(`${date.toString()}T${time}`, zone).moment;
}

function schoolDays(from: Temporal.PlainDate, count: number): Temporal.PlainDate {
  const step = Math.sign(count);
  let date = from;
  for (let left = Math.abs(count); left > 0;) {
    date = date.add({ days: step });
    if (date.dayOfWeek <= 5) left--;
  }
  return date;
}
