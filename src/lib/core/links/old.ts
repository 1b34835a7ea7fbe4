import { HOUR, MINUTE, type Moment } from '../time/moment';
import type { Verdict } from './verdict';

/**
 * Whether an address has to be looked at again: pages change, and what could not be reached may be back soon.
 *
 * @param at the latest look; null where none was taken yet
 */
export function isOld(verdict: Verdict | null, at: Moment | null, now: Moment): boolean {
  return at === null || now - at >= (verdict === 'not-now' ? SOON : LATER);
}

/** Whether an address has to be looked at once more before what leads there is submitted. */
export function isOldForSubmit(at: Moment | null, now: Moment): boolean {
  return at === null || now - at >= JUST_BEFORE;
}

/** A look that is younger than this was taken just before the submit. */
export const JUST_BEFORE = 5 * MINUTE;
const SOON = 20 * MINUTE;
const LATER = 12 * HOUR;
