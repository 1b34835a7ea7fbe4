import type { Mark } from '$core/live/mark';
import { followEvents, type Following } from '../../workers/events';

/** Several changes within this time are one reading of the page. */
const GATHER = 250;

/**
 * Follows the live channel for as long as the page is open.
 *
 * @param changed called when something that concerns this person has changed
 * @param drawn   where the server stood when the page was drawn
 * @returns stops following
 */
export function followLive(changed: () => void, drawn: Mark | null): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const gather = () => {
    clearTimeout(timer);
    timer = setTimeout(changed, GATHER);
  };
  // Some phones have no shared workers; they rarely have seven tabs open either.
  const leave = 'SharedWorker' in window ? throughWorker(gather, drawn) : followEvents(gather, drawn).stop;
  return () => {
    clearTimeout(timer);
    leave();
  };
}

function throughWorker(changed: () => void, drawn: Mark | null): () => void {
  const worker = new SharedWorker(new URL('../../workers/live.ts', import.meta.url), { type: 'module', name: 'live' });
  const { port } = worker;
  port.onmessage = changed;
  port.postMessage({ drawn });
  let alone: Following | null = null;
  // Where the line broke while its script was fetched, this tab follows by itself.
  worker.onerror = () => (alone ??= followEvents(changed, drawn));
  const leave = () => {
    port.postMessage('leave');
    alone?.stop();
  };
  window.addEventListener('pagehide', leave);
  return () => {
    window.removeEventListener('pagehide', leave);
    leave();
    port.close();
  };
}
