/** Tries anew after this long where the server answered with an error: a browser by itself then gives up. */
const AGAIN = 3000;

/**
 * Follows the server's events (HTML Living Standard, 9.2), and comes back after whatever ended them.
 *
 * @param changed called when something has changed, and when something may have been missed
 * @param missed  something may have been missed already
 * @returns stops following
 */
export function followEvents(changed: () => void, missed = false): () => void {
  let source: EventSource;
  let again: ReturnType<typeof setTimeout> | undefined;
  const open = () => {
    source = new EventSource('/live');
    source.addEventListener('ready', () => {
      if (missed) changed();
      missed = false;
    });
    source.addEventListener('changed', changed);
    source.addEventListener('error', () => {
      missed = true;
      if (source.readyState === EventSource.CLOSED) again = setTimeout(open, AGAIN);
    });
  };
  open();
  return () => {
    clearTimeout(again);
    source.close();
  };
}
