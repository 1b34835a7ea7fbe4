import { askable } from '$ui/workers/ask-worker';
import type { Comparable, Differences } from '$core/rounds/comparable';

const ask = askable(
  () => new Worker(new URL('../../workers/compare.ts', import.meta.url), { type: 'module', name: 'compare' })
);

/** What differs between two pieces, found in a worker. */
export async function compare(before: Comparable, after: Comparable): Promise<Differences> {
  return (await ask<{ found: Differences }>({ before, after })).found;
}
