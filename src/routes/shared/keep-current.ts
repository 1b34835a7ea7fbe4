import { invalidate, invalidateAll } from '$app/navigation';
import { navigating, page } from '$app/state';
import { asDependency, together, topics, type Touched } from '$core/live/topics';

/** Tries again after this long where the server could not be reached. */
const RETRY = 5000;

/**
 * Reads the page anew after something has changed elsewhere, where it shows that, and takes nothing from the person who is
 * using it.
 *
 * Reading anew cancels a navigation that is under way, so it waits for its end; and a page that cannot be read becomes an
 * error page, so the server is asked first whether it is there.
 *
 * @param reach   asks the server for something small
 * @param besides what else shows some topics, and is read for itself
 * @returns what to call on a change, which ends once the page shows it or cannot be read; and what to call when the page goes away
 */
export function keepCurrent(
  reach: () => Promise<boolean>,
  besides: (touched: Touched) => void
): { changed: (touched?: Touched) => Promise<void>; stop: () => void } {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let latest: Promise<void> = Promise.resolve();
  /** What was touched while the server could not be reached. */
  let missed: Touched = new Set();
  const again = (touched: Touched) => {
    missed = together(missed, touched);
    clearTimeout(timer);
    timer = setTimeout(() => {
      const all = missed;
      missed = new Set();
      void changed(all);
    }, RETRY);
  };
  const changed = async (touched: Touched): Promise<void> => {
    await navigating.complete?.catch(() => undefined);
    besides(touched);
    if (!isShown(touched)) return;
    if (!(await reach())) return again(touched);
    if (navigating.to) return changed(touched);
    latest = readAnew(touched);
    // A reading that another one overtakes ends before anything is shown: what it read comes with the other.
    for (let mine: Promise<void> | null = null; mine !== latest;) await (mine = latest);
  };
  return { changed: (touched = null) => changed(touched), stop: () => clearTimeout(timer) };
}

function readAnew(touched: Touched): Promise<void> {
  if (touched === null || page.data.shows === undefined) return invalidateAll();
  const touch = new Set([...touched].map(asDependency));
  return invalidate((url) => touch.has(url.href as `live:${string}`));
}

/** Every page shows how many tidings are unread; one that does not say what else it shows may show anything. */
function isShown(touched: Touched): boolean {
  const { shows } = page.data;
  return touched === null || shows === undefined || [topics.tidings, ...shows].some((topic) => touched.has(topic));
}
