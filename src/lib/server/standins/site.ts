import { createServer, type Server } from 'node:http';
import { answerPush } from './push-service';
import { PAGES } from './site-pages';
import { answerStore } from './store-pages';

/**
 * Serves the simulated site and store on loopback, for as long as the process runs.
 *
 * @param newest moment of the newest file in the store
 * @returns the server; null where the port is taken, so that another process serves them already
 */
export function serveSite(port: number, newest: () => number): Promise<Server | null> {
  const server = createServer((request, response) => {
    const path = new URL(request.url ?? '/', 'http://site').pathname;
    if (path === '/store' || path.startsWith('/store/')) return answerStore(request, response, newest());
    if (path.startsWith('/push/')) return answerPush(request, response, path);
    if (path === MARK.path) return void response.end(MARK.says);
    const answer = PAGES[path] ?? PAGES[path.replace(/\/$/, '')];
    if (answer) answer(response, request);
    else response.writeHead(404, { 'content-type': 'text/html' }).end('<title>Not found</title><p>No such page.</p>');
  });
  return new Promise((resolve) => {
    server.on('error', () => resolve(null));
    server.listen(port, '127.0.0.1', () => {
      server.unref();
      resolve(server);
    });
  });
}

const MARK = { path: '/.well-known/simulated-site', says: 'The simulated site of the demo world.' };

/** Whether what answers at a port on loopback is this site. */
export async function isOurSite(port: number): Promise<boolean> {
  try {
    const answer = await fetch(`http://127.0.0.1:${port}${MARK.path}`, { signal: AbortSignal.timeout(2000) });
    return (await answer.text()) === MARK.says;
  } catch {
    return false;
  }
}
