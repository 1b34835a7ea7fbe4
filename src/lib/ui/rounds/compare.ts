import type { Comparable, Differences } from '$core/rounds/comparable';

let worker: Worker | null = null;
let asked = 0;

/** What differs between two pieces, found in a worker. */
export function compare(before: Comparable, after: Comparable): Promise<Differences> {
  worker ??= new Worker(new URL('../../workers/compare.ts', import.meta.url), { type: 'module', name: 'compare' });
  const comparing = worker;
  const no = ++asked;
  return new Promise((resolve, reject) => {
    const answer = ({ data }: MessageEvent<{ no: number; found: Differences }>) => {
      if (data.no !== no) return;
      comparing.removeEventListener('message', answer);
      resolve(data.found);
    };
    comparing.addEventListener('message', answer);
    comparing.addEventListener('error', () => reject(new Error('The comparison failed.')), { once: true });
    comparing.postMessage({ no, before, after });
  });
}
