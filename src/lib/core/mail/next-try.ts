import { DAY, HOUR, MINUTE, type Moment } from '../time/moment';

/** How long a mail is tried for: what servers elsewhere are used to wait for one that is away is days, not hours (RFC 5321, 4.5.4.1). */
export const TRIED_FOR = 2 * DAY;

/** Waits between tries; the last of them again and again. Greylisting lets a second try in after some minutes. */
const WAITS = [1, 2, 5, 10, 20, 40].map((minutes) => minutes * MINUTE).concat(HOUR, 2 * HOUR, 4 * HOUR);

/**
 * When a mail that could not be handed over is tried again.
 *
 * @param tries  how often it was tried, at least once
 * @param queued when it was written
 * @returns null where it has been tried for long enough, and fails for good
 */
export function nextTry(tries: number, queued: Moment, now: Moment): Moment | null {
  const last = queued + TRIED_FOR;
  return now < last ? Math.min(now + (WAITS[Math.min(tries, WAITS.length) - 1] ?? MINUTE), last) : null;
}

/**
 * Whether a mail server's answer is its last word (a code from 500 on, RFC 5321, 4.2.1). A line that broke, and a server
 * that is busy or does not know the sender yet, are not.
 */
export function isLastWord(code: number | undefined): boolean {
  return code !== undefined && code >= 500 && code < 600;
}
