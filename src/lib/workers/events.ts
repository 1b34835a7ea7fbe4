import { knows, type Mark } from '$core/live/mark';
import { topicsOf } from '$core/live/topics';

/** Tries anew after this long where the server answered with an error: a browser by itself then gives up. */
const AGAIN = 3000;

/** A stream of events that is being followed. */
export interface Following {
  /** Whether someone whose page was drawn at this mark has missed nothing that was told already. */
  covers(drawn: Mark | null): boolean;
  stop(): void;
}

/**
 * Follows the server's events (HTML Living Standard, 9.2), and comes back after whatever ended them. What happened
 * meanwhile is told then: the server sees it by the mark of the last event, or of the page.
 *
 * @param changed called when something has changed, with the topics that it touches; null where it may be anything
 * @param drawn   where the server stood when the page was drawn
 */
export function followEvents(changed: (about: string[] | null) => void, drawn: Mark | null): Following {
  let last = drawn;
  let source: EventSource;
  let again: ReturnType<typeof setTimeout> | undefined;
  const open = () => {
    source = new EventSource(`/live?since=${last ?? ''}`);
    source.addEventListener('ready', ({ lastEventId }) => (last = lastEventId));
    source.addEventListener('changed', ({ lastEventId, data }: MessageEvent<string>) => {
      last = lastEventId;
      changed(topicsOf(data));
    });
    source.addEventListener('error', () => {
      if (source.readyState === EventSource.CLOSED) again = setTimeout(open, AGAIN);
    });
  };
  open();
  return {
    covers: (mark) => knows(mark, last),
    stop() {
      clearTimeout(again);
      source.close();
    }
  };
}
