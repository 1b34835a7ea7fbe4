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

const SOON = 20 * MINUTE;
const LATER = 12 * HOUR;
