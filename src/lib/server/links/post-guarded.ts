import http from 'node:http';
import https from 'node:https';
import { guardedAgents, mustBeAllowed, type Allowed } from './guard';

/**
 * Posts bytes to an address of somebody's choosing, as `fetchGuarded` reads from one: only to public addresses, and no redirect is
 * followed. Nothing that comes back is read but its status.
 *
 * @returns the status; null where nothing came back in time
 * @throws Forbidden where the address is one that nobody outside may make this server visit
 */
export async function postGuarded(
  url: string,
  headers: Record<string, string>,
  body: Buffer,
  allowed: Allowed | null
): Promise<number | null> {
  const { protocol, hostname, port } = new URL(url);
  const secure = protocol === 'https:';
  mustBeAllowed(hostname, Number(port) || (secure ? 443 : 80), allowed);
  const agents = guardedAgents(allowed);
  const ask = secure ? https.request : http.request;
  return new Promise((resolve) => {
    const agent = secure ? agents.https : agents.http;
    const request = ask(url, { method: 'POST', headers, agent, signal: AbortSignal.timeout(LONGEST) }, (response) => {
      response.resume();
      resolve(response.statusCode ?? null);
    });
    request.on('error', () => resolve(null));
    request.end(body);
  });
}

const LONGEST = 6000;
