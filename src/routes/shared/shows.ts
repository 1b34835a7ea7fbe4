import { asDependency } from '$core/live/topics';

/**
 * Says what a page shows, so that it is read anew for that and for nothing else.
 *
 * @returns to be given with the page's data
 */
export function shows(depends: (address: `live:${string}`) => void, ...shown: string[]): { shows: string[] } {
  for (const topic of shown) depends(asDependency(topic));
  return { shows: shown };
}
