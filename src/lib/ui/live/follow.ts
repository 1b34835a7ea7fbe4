import type { Mark } from '$core/live/mark';
import { together, type Touched } from '$core/live/topics';
import { followEvents, type Following } from '../../workers/events';

/** Several changes within this time are one reading of the page. */
const GATHER = 250;

/**
 * Follows the live channel for as long as the page is open.
 *
 * @param changed called when something that concerns this person has changed, with the topics that were touched
 * @param drawn   where the server stood when the page was drawn
 * @returns stops following
 */
export function followLive(changed: (about: Touched) => void, drawn: Mark | null): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let gathered: Touched = new Set();
  const gather = (about: string[] | null) => {
    gathered = together(gathered, about && new Set(about));
    clearTimeout(timer);
    timer = setTimeout(() => {
      const touched = gathered;
      gathered = new Set();
      changed(touched);
    }, GATHER);
  };
  // Some phones have no shared workers; they rarely have seven tabs open either.
  const leave = 'SharedWorker' in window ? throughWorker(gather, drawn) : followEvents(gather, drawn).stop;
  return () => {
    clearTimeout(timer);
    leave();
  };
}

function throughWorker(changed: (about: string[] | null) => void, drawn: Mark | null): () => void {
  const worker = new SharedWorker(new URL('../../workers/live.ts', import.meta.url), { type: 'module', name: 'live' });
  const { port } = worker;
  port.onmessage = ({ data }: MessageEvent<string[] | null>) => changed(data);
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
