import { DAY, SECOND, type Moment } from '../time/moment';
import { dayName, span } from '../time/words';
import type { Need, SharedPart } from './desk';

/** Why something needs the student, in a word or three beside its due moment. */
export function needWords(why: Need): string {
  return NEED_WORDS[why];
}

/** What of shared work waits for its reader, and what does not. */
export const sharedWords = (part: SharedPart): string => SHARED_WORDS[part];

/**
 * What a student waits for, and whether that is longer than usual: silence mostly means that it is not marked yet.
 *
 * @param since     when it was submitted
 * @param usualWait seconds that a submit usually waits in this course; null before there is a habit
 */
export function waitWords(since: Moment, usualWait: number | null, now: Moment): string {
  const waited = `Waiting for ${span(now - since)}`;
  if (usualWait === null) return waited;
  const usual = usualWait * SECOND;
  if (now - since > usual) return `${waited}, longer than usual here (${roughly(usual)})`;
  return `${waited}; here it usually takes ${roughly(usual)}`;
}

/** True where the wait is longer than this course's usual one. */
export function isLongWait(since: Moment, usualWait: number | null, now: Moment): boolean {
  return usualWait !== null && now - since > usualWait * SECOND;
}

/** The heading of a day on the Desk: "Today", "Tomorrow, Thursday 11 March", "Friday 12 March". */
export function dayWords(inDays: number, at: Moment, zone: string): string {
  const name = dayName(at, zone);
  if (inDays === 0) return `Today, ${name}`;
  return inDays === 1 ? `Tomorrow, ${name}` : name;
}

/** A habit is known to the day, not to the minute. */
export function roughly(length: number): string {
  if (length < DAY) return 'less than a day';
  const days = Math.round(length / DAY);
  return days === 1 ? 'about a day' : `about ${days} days`;
}

const SHARED_WORDS: Record<SharedPart, string> = {
  open: 'Your part is not finished',
  finished: 'Your part is finished, others write on',
  'to-look': 'You have not looked at it as it is'
};
const NEED_WORDS: Record<Need, string> = {
  'seal-ran-out': 'The seal ran out: submit again',
  'teacher-has-nothing': 'Submit again',
  'another-round': 'Another round asked',
  overdue: 'Overdue',
  closing: 'Closes for good soon',
  'due-soon': 'Due within a day'
};
