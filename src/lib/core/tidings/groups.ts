import type { Tiding } from './views';

/** Tidings that belong together, the newest first. */
export interface TidingGroup {
  key: string;
  newest: Tiding;
  all: Tiding[];
  unread: number;
}

/**
 * Gathers what belongs together, where nothing else lies between that is read while it is not: a group stands where its
 * newest one stands.
 *
 * @param tidings the newest first
 */
export function groupTidings(tidings: readonly Tiding[]): TidingGroup[] {
  const groups = new Map<string, TidingGroup>();
  for (const tiding of tidings) {
    const key = `${tiding.grouped} ${tiding.unread ? 'unread' : 'read'}`;
    const group = groups.get(key);
    if (group) {
      group.all.push(tiding);
      group.unread += Number(tiding.unread);
    } else groups.set(key, { key, newest: tiding, all: [tiding], unread: Number(tiding.unread) });
  }
  return [...groups.values()];
}
