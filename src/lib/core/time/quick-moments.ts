import { Temporal } from 'temporal-polyfill';
import type { Moment } from './moment';

/** A moment that is often meant, with the words for it. */
export interface QuickMoment {
  words: string;
  moment: Moment;
}

/**
 * The moments that a teacher most often means by a due date, at one hour on the clocks of the course: tomorrow, the next
 * Friday, in one and in two weeks. Days that fall together stand once, and nothing that has passed is offered.
 *
 * @param hour at which things are due, 0 to 23
 * @param zone the course's, an IANA name
 */
export function quickDueMoments(now: Moment, hour: number, zone: string): QuickMoment[] {
  const today = Temporal.Instant.fromEpochMilliseconds(now).toZonedDateTimeISO(zone);
  const at = (days: number) => today.add({ days }).withPlainTime({ hour }).epochMilliseconds;
  // Monday is 1 (ISO 8601): on a Friday, the next one is a week away.
  const toFriday = (5 - today.dayOfWeek + 7) % 7 || 7;
  return unique([
    { words: 'Tonight', moment: at(0) },
    { words: 'Tomorrow', moment: at(1) },
    { words: 'Friday', moment: at(toFriday) },
    { words: 'In a week', moment: at(7) },
    { words: 'In two weeks', moment: at(14) }
  ]).filter(({ moment }) => moment > now);
}

/** Moments after another one, at the same hour, whatever the clocks do in between. */
export function quickLaterMoments(from: Moment, zone: string): QuickMoment[] {
  const start = Temporal.Instant.fromEpochMilliseconds(from).toZonedDateTimeISO(zone);
  const after = (days: number) => start.add({ days }).epochMilliseconds;
  return [
    { words: 'A day later', moment: after(1) },
    { words: 'Three days later', moment: after(3) },
    { words: 'A week later', moment: after(7) }
  ];
}

const unique = (all: QuickMoment[]) =>
  all.filter(({ moment }, i) => all.findIndex((other) => other.moment === moment) === i);
