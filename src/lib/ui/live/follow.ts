/** Several changes within this time are one reading of the page. */
const GATHER = 250;

/**
 * Follows the live channel for as long as the page is open.
 *
 * @param changed called when something that concerns this person has changed
 * @returns stops following
 */
export function followLive(changed: () => void): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const gather = () => {
    clearTimeout(timer);
    timer = setTimeout(changed, GATHER);
  };
  const leave = 'SharedWorker' in window ? throughWorker(gather) : direct(gather);
  return () => {
    clearTimeout(timer);
    leave();
  };
}

function throughWorker(changed: () => void): () => void {
  const worker = new SharedWorker(new URL('../../workers/live.ts', import.meta.url), { type: 'module', name: 'live' });
  const { port } = worker;
  port.onmessage = changed;
  const leave = () => port.postMessage('leave');
  window.addEventListener('pagehide', leave);
  return () => {
    window.removeEventListener('pagehide', leave);
    leave();
    port.close();
  };
}

/** Some phones have no shared workers; they rarely have seven tabs open either. */
function direct(changed: () => void): () => void {
  const source = new EventSource('/live');
  let known = false;
  source.addEventListener('ready', () => {
    if (known) changed();
    known = true;
  });
  source.addEventListener('changed', changed);
  return () => source.close();
}
