import { onHomeChange, zoneBeside } from './home';
import { DAY, HOUR, MINUTE, SECOND, type Moment } from './moment';

/**
 * An instant as a reader sees it: "Tue 10 Mar, 22:00", with the year where the day and month could mean two, and with the
 * zone where the reader is elsewhere than the school: "Tue 10 Mar, 18:00 (New York)".
 *
 * @param zone the reader's IANA zone
 */
export function absolute(moment: Moment, zone: string, now: Moment): string {
  const kind = Math.abs(moment - now) > 300 * DAY ? 'dayWithYear' : 'day';
  const key = `${moment} ${kind} ${zone}`;
  const known = said.get(key);
  if (known !== undefined) return known;
  // Of a class, a course, a term, the same few moments are said over and over; past so many, begin anew.
  if (said.size > 5000) said.clear();
  const day = dateFormat(zone, kind)
    .format(moment)
    .replace(/^(\w+),/, '$1');
  const words = `${day}, ${dateFormat(zone, 'time').format(moment)}${zoneBeside(zone)}`;
  said.set(key, words);
  return words;
}

const said = new Map<string, string>();
onHomeChange(() => said.clear());

/** A moment with its day and to the second: "Wed 10 Mar, 21:14:07". */
export function dayToTheSecond(moment: Moment, zone: string, now: Moment): string {
  return `${absolute(moment, zone, now).split(', ')[0]}, ${toTheSecond(moment, zone)}${zoneBeside(zone)}`;
}

/**
 * A moment as it is said where it has to hold for years and for readers anywhere: "Wed 10 Mar 2027, 21:14:07
 * (Atlantic/Faroe)".
 */
export function completeMoment(moment: Moment, zone: string): string {
  const day = dateFormat(zone, 'dayWithYear')
    .format(moment)
    .replace(/^(\w+),/, '$1');
  return `${day}, ${toTheSecond(moment, zone)} (${zone})`;
}

/** A moment whose zone is named in the sentence around it: "Tue 10 Mar, 22:00". */
export function dayAndTime(moment: Moment, zone: string): string {
  const day = dateFormat(zone, 'day')
    .format(moment)
    .replace(/^(\w+),/, '$1');
  return `${day}, ${dateFormat(zone, 'time').format(moment)}`;
}

/** Time of day to the second, for receipts: "21:14:07". */
export function toTheSecond(moment: Moment, zone: string): string {
  return dateFormat(zone, 'seconds').format(moment);
}

/** The day alone: "Tuesday 10 March". */
export function dayName(moment: Moment, zone: string): string {
  return dateFormat(zone, 'dayName').format(moment);
}

/** A day of the calendar, written `YYYY-MM-DD`: "10 March". */
export function calendarDay(day: string): string {
  return dateFormat('UTC', 'calendarDay').format(Date.parse(day));
}

/** Where an instant lies from now: "in 3 h", "2 days ago", "now". */
export function relative(moment: Moment, now: Moment): string {
  const away = Math.abs(moment - now);
  if (away < MINUTE) return 'now';
  return moment > now ? `in ${span(away)}` : `${span(away)} ago`;
}

/**
 * A length of time in the one or two units that matter: "45 min", "3 h 10 min", "2 days 4 h", "12 days".
 *
 * @param length milliseconds
 */
export function span(length: number): string {
  if (length < MINUTE) return `${Math.floor(length / SECOND)} s`;
  if (length < HOUR) return `${Math.floor(length / MINUTE)} min`;
  if (length < DAY) return joined(Math.floor(length / HOUR), 'h', Math.floor((length % HOUR) / MINUTE), 'min');
  const days = Math.floor(length / DAY);
  const named = days === 1 ? '1 day' : `${days} days`;
  const hours = Math.floor((length % DAY) / HOUR);
  return days < 4 && hours > 0 ? `${named} ${hours} h` : named;
}

function joined(big: number, bigUnit: string, small: number, smallUnit: string): string {
  return small === 0 ? `${big} ${bigUnit}` : `${big} ${bigUnit} ${small} ${smallUnit}`;
}

const FORMATS = {
  day: { weekday: 'short', day: 'numeric', month: 'short' },
  dayWithYear: { weekday: 'short', day: 'numeric', month: 'short', year: 'numeric' },
  dayName: { weekday: 'long', day: 'numeric', month: 'long' },
  calendarDay: { day: 'numeric', month: 'long' },
  time: { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' },
  seconds: { hour: '2-digit', minute: '2-digit', second: '2-digit', hourCycle: 'h23' }
} as const satisfies Record<string, Intl.DateTimeFormatOptions>;

const made = new Map<string, Intl.DateTimeFormat>();

/** Making a formatter costs a hundred times what using it does, and a list shows dozens. */
function dateFormat(zone: string, kind: keyof typeof FORMATS): Intl.DateTimeFormat {
  const key = `${zone} ${kind}`;
  let format = made.get(key);
  if (!format) made.set(key, (format = new Intl.DateTimeFormat('en-GB', { ...FORMATS[kind], timeZone: zone })));
  return format;
}
