import { invalidateAll } from '$app/navigation';
import { navigating } from '$app/state';

/** Tries again after this long where the server could not be reached. */
const RETRY = 5000;

/**
 * Reads the page anew after something has changed elsewhere, and takes nothing from the person who is using it.
 *
 * Reading anew cancels a navigation that is under way, so it waits for its end; and a page that cannot be read becomes an
 * error page, so the server is asked first whether it is there.
 *
 * @param reach asks the server for something small
 * @returns what to call on a change; and what to call when the page goes away
 */
export function keepCurrent(reach: () => Promise<boolean>): { changed: () => void; stop: () => void } {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const again = () => {
    clearTimeout(timer);
    timer = setTimeout(changed, RETRY);
  };
  const changed = async () => {
    await navigating.complete?.catch(() => undefined);
    if (!(await reach())) return again();
    if (navigating.to) return changed();
    await invalidateAll();
  };
  return { changed: () => void changed(), stop: () => clearTimeout(timer) };
}
