import { askWorker } from '$ui/workers/ask-worker';
import type { Comparable, Differences } from '$core/rounds/comparable';

let worker: Worker | null = null;

/** What differs between two pieces, found in a worker. */
export async function compare(before: Comparable, after: Comparable): Promise<Differences> {
  worker ??= new Worker(new URL('../../workers/compare.ts', import.meta.url), { type: 'module', name: 'compare' });
  const { found } = await askWorker<{ found: Differences }>(worker, { before, after });
  return found;
}
