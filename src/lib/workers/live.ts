/// <reference lib="webworker" />
/**
 * One live connection for all tabs of this browser: HTTP/1.1 allows six to a server, and every tab would take one.
 *
 * A SharedWorker. It tells each tab that something has changed; the tab reads its page anew.
 */
const ports = new Set<MessagePort>();
let source: EventSource | null = null;

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
  source = new EventSource('/live');
  let known = false;
  // A connection that comes back may have missed something.
  source.addEventListener('ready', () => {
    if (known) tell();
    known = true;
  });
  source.addEventListener('changed', tell);
}

function close(): void {
  source?.close();
  source = null;
}

function tell(): void {
  for (const port of ports) port.postMessage('changed');
}
