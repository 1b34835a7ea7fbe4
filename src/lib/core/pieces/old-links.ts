import type { PieceView } from './piece';
import { leadsTo } from './registry';
import { HOUR, MINUTE, type Moment } from '../time/moment';
import type { Verdict } from '../links/verdict';

/**
 * Whether an address has to be looked at again: pages change, and what could not be reached may be back soon.
 *
 * @param at the latest look; null where none was taken yet
 */
export function isOld(verdict: Verdict | null, at: Moment | null, now: Moment): boolean {
  return at === null || now - at >= (verdict === 'not-now' ? SOON : LATER);
}

/** Whether an address that these pieces lead to, themselves or inside, has to be looked at before they are submitted. */
export function areOldForSubmit(pieces: readonly PieceView[], now: Moment): boolean {
  const looks = pieces.flatMap((piece) => (leadsTo(piece) ?? []).map(({ at }) => at));
  return looks.some((at) => at === null || now - at >= JUST_BEFORE);
}

/** A look that is younger than this was taken just before the submit. */
export const JUST_BEFORE = 5 * MINUTE;
const SOON = 20 * MINUTE;
const LATER = 12 * HOUR;
