import { onHomeChange, zoneBeside } from './home';
import { DAY, HOUR, MINUTE, SECOND, type Moment } from './moment';
import { offsetAt } from './offsets';

/**
 * An instant as a reader sees it: "Tue 10 Mar, 22:00", with the year where the day and month could mean two, and with the
 * zone where the reader is elsewhere than the school: "Tue 10 Mar, 18:00 (New York)".
 *
 * @param zone the reader's IANA zone
 */
export function absolute(moment: Moment, zone: string, now: Moment): string {
  const withYear = Math.abs(moment - now) > 300 * DAY;
  const key = `${moment} ${withYear} ${zone}`;
  const known = said.get(key);
  if (known !== undefined) return known;
  // Of a class, a course, a term, the same few moments are said over and over; past so many, begin anew.
  if (said.size > 5000) said.clear();
  const words = `${shortDay(moment, zone, withYear)}, ${timeOfDay(moment, zone)}${zoneBeside(zone)}`;
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
  return `${shortDay(moment, zone, true)}, ${toTheSecond(moment, zone)} (${zone})`;
}

/** A moment whose zone is named in the sentence around it: "Tue 10 Mar, 22:00". */
export function dayAndTime(moment: Moment, zone: string): string {
  return `${shortDay(moment, zone, false)}, ${timeOfDay(moment, zone)}`;
}

/** Time of day to the second, for receipts: "21:14:07". */
export function toTheSecond(moment: Moment, zone: string): string {
  return shown(moment, zone).clock;
}

/** The day alone, short: "Tue 10 Mar". */
export const dayInShort = (moment: Moment, zone: string): string => shortDay(moment, zone, false);

/** The day of one week: "Tue 10". */
export const dayOfWeek = (moment: Moment, zone: string): string => dayInShort(moment, zone).replace(/ \w+$/, '');

/** The time of day: "22:00". */
export const timeOfDay = (moment: Moment, zone: string): string => toTheSecond(moment, zone).slice(0, 5);

/** The day alone: "Tuesday 10 March". */
export function dayName(moment: Moment, zone: string): string {
  const { weekday, day, month } = shown(moment, zone);
  return `${weekday} ${day} ${month}`;
}

/** A day of the calendar, written `YYYY-MM-DD`: "10 March". */
export function calendarDay(day: string): string {
  const { day: ofMonth, month } = shown(Date.parse(day), 'UTC');
  return `${ofMonth} ${month}`;
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

const WEEKDAYS = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'];
const MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December'
];
const short = (month: string) => month.slice(0, month === 'September' ? 4 : 3);

/**
 * What a clock and a calendar on a wall show. Said in plain words here: formatters of the platform take longer to begin in a
 * browser than a whole page of moments does.
 */
function shown(moment: Moment, zone: string) {
  const at = new Date(moment + offsetAt(moment, zone));
  const [weekday = '', month = ''] = [WEEKDAYS[at.getUTCDay()], MONTHS[at.getUTCMonth()]];
  return { weekday, month, day: at.getUTCDate(), year: at.getUTCFullYear(), clock: at.toISOString().slice(11, 19) };
}

/** "Tue 10 Mar", or "Tue 10 Mar 2027". */
function shortDay(moment: Moment, zone: string, withYear: boolean): string {
  const { weekday, day, month, year } = shown(moment, zone);
  return `${weekday.slice(0, 3)} ${day} ${short(month)}${withYear ? ` ${year}` : ''}`;
}
