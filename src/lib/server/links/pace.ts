import type { Actor } from '$core/people/policy';
import { MINUTE, type Moment } from '$core/time/moment';

/** So many looks may one person ask for within this time: far more than a packet needs, far fewer than a flood. */
export const MOST_LOOKS = 60;
export const WITHIN = 10 * MINUTE;

/**
 * Whether this server may look at one more page for a person now, so that nobody can make it visit others' sites without
 * end. Counted in this process: after a restart everyone begins anew.
 */
export function mayLookNow(person: Actor, now: Moment): boolean {
  const recent = (looks.get(person.id) ?? []).filter((at) => now - at < WITHIN);
  const may = recent.length < MOST_LOOKS;
  if (may) recent.push(now);
  looks.delete(person.id);
  looks.set(person.id, recent);
  // Who has not looked for the longest time stands first.
  for (const [id, moments] of looks) {
    if (now - (moments.at(-1) ?? 0) < WITHIN) break;
    looks.delete(id);
  }
  return may;
}

const looks = new Map<string, Moment[]>();
