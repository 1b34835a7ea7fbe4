/// <reference lib="webworker" />
/**
 * One live connection for all tabs of this browser: HTTP/1.1 allows six to a server, and every tab would take one.
 *
 * A SharedWorker. A tab says where the server stood when its page was drawn (`{ drawn }`), and `leave` when it goes. It
 * is told which topics have changed (null: anything may have), and reads its page anew where it shows one of them.
 */
import type { Mark } from '$core/live/mark';
import { followEvents, type Following } from './events';

const ports = new Set<MessagePort>();
let following: Following | null = null;

(self as unknown as SharedWorkerGlobalScope).onconnect = ({ ports: [port] }) => {
  if (!port) return;
  port.onmessage = ({ data }: MessageEvent<'leave' | { drawn: Mark | null }>) => {
    if (data === 'leave') leave(port);
    else join(port, data.drawn);
  };
};

function join(port: MessagePort, drawn: Mark | null): void {
  ports.add(port);
  if (!following) following = followEvents(tell, drawn);
  else if (!following.covers(drawn)) port.postMessage(null);
}

function leave(port: MessagePort): void {
  ports.delete(port);
  if (ports.size > 0) return;
  following?.stop();
  following = null;
}

function tell(about: string[] | null): void {
  for (const port of ports) port.postMessage(about);
}
