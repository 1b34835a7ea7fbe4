/// <reference lib="webworker" />
/**
 * One live connection for all tabs of this browser: HTTP/1.1 allows six to a server, and every tab would take one.
 *
 * A SharedWorker. It tells each tab that something has changed; the tab reads its page anew.
 */
const ports = new Set<MessagePort>();
let source: EventSource | null = null;
/** It was connected before, so that whatever comes back may have missed something. */
let known = false;
/** Tries anew after this long where the server answered with an error: a browser by itself then gives up. */
const AGAIN = 3000;

(self as unknown as SharedWorkerGlobalScope).onconnect = ({ ports: [port] }) => {
  if (!port) return;
  ports.add(port);
  port.onmessage = ({ data }) => {
    if (data !== 'leave') return;
    ports.delete(port);
    if (ports.size === 0) close();
  };
  open();
};

function open(): void {
  if (source && source.readyState !== EventSource.CLOSED) return;
  const made = (source = new EventSource('/live'));
  made.addEventListener('ready', () => {
    if (known) tell();
    known = true;
  });
  made.addEventListener('changed', tell);
  made.addEventListener('error', () => {
    if (made !== source || made.readyState !== EventSource.CLOSED) return;
    setTimeout(() => {
      if (ports.size > 0) open();
    }, AGAIN);
  });
}

function close(): void {
  source?.close();
  source = null;
  known = false;
}

function tell(): void {
  for (const port of ports) port.postMessage('changed');
}
