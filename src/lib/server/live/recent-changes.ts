import { randomBytes } from 'node:crypto';
import { markOf, turnOf, type Mark } from '$core/live/mark';
import type { Change } from './announce';

/** Changes that are remembered; whoever has been away for more reads their page anew. */
const MOST = 500;
const PROCESS = randomBytes(4).toString('hex');

const lately: Array<{ turn: number; change: Change }> = [];
let turn = 0;
/** All that has happened after this turn is in `lately`. */
let known = 0;

/** Where this process stands now. A page takes it before it reads anything. */
export const mark = (): Mark => markOf(PROCESS, turn);

/** Remembers a change that was announced. */
export function remember(change: Change): void {
  lately.push({ turn: ++turn, change });
  if (lately.length > MOST) known = lately.shift()?.turn ?? turn;
}

/** Changes are heard from now on: whatever was drawn before may have missed anything. */
export function forgetAll(): void {
  lately.length = 0;
  known = ++turn;
}

/**
 * Whether something has changed since a page was drawn.
 *
 * @param since   the page's mark; null where it has none
 * @param matters whether a change concerns the page
 */
export function hasMissed(since: string | null, matters: (change: Change) => boolean): boolean {
  const drawn = turnOf(since, PROCESS);
  if (drawn === null || drawn < known) return true;
  return lately.some((one) => one.turn > drawn && matters(one.change));
}
