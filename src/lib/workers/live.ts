/// <reference lib="webworker" />
/**
 * One live connection for all tabs of this browser: HTTP/1.1 allows six to a server, and every tab would take one.
 *
 * A SharedWorker. It tells each tab that something has changed; the tab reads its page anew.
 */
import { followEvents } from './events';

const ports = new Set<MessagePort>();
let stop: (() => void) | null = null;

(self as unknown as SharedWorkerGlobalScope).onconnect = ({ ports: [port] }) => {
  if (!port) return;
  ports.add(port);
  port.onmessage = ({ data }) => {
    if (data !== 'leave') return;
    ports.delete(port);
    if (ports.size > 0) return;
    stop?.();
    stop = null;
  };
  stop ??= followEvents(tell);
};

function tell(): void {
  for (const port of ports) port.postMessage('changed');
}
