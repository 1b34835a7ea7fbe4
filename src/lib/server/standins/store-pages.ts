import { readFileSync, readdirSync, statSync } from 'node:fs';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { join } from 'node:path';

/** Who may in, as the demo's docs say. */
const ACCOUNT = Buffer.from('ilse:kelp and rope').toString('base64');
const FOLDER = join(process.cwd(), 'demo', 'files');
const DAY = 86_400_000;

/** How the store of the demo is laid out: some of the demo's files, one folder, and one file that comes slowly. */
const LAYOUT: Record<string, string[]> = {
  '/store/': ['gauge-raw.csv', 'sea-essay.docx', 'noon-sight-scan.pdf', 'scale-bar.jpg'],
  '/store/recordings/': ['harbour-bell.wav', 'reading-aloud.webm']
};

/**
 * A small store that speaks as much WebDAV (RFC 4918) as listing and fetching need: PROPFIND of depth 0 and 1, GET, and
 * Basic authentication. The files are those of the demo.
 *
 * @param newest moment of the newest file; each one after it is a day older
 */
export function answerStore(request: IncomingMessage, response: ServerResponse, newest: number): void {
  const path = decodeURIComponent(new URL(request.url ?? '/', 'http://store').pathname);
  if (request.headers.authorization !== `Basic ${ACCOUNT}`)
    return void response.writeHead(401, { 'www-authenticate': 'Basic realm="store"' }).end();
  if (request.method === 'PROPFIND') return list(path, request, response, newest);
  const file = fileAt(path);
  if (request.method !== 'GET' || file === null) return void response.writeHead(404).end();
  const bytes = file === SLOW ? null : readFileSync(join(FOLDER, file));
  if (bytes) return void response.writeHead(200, { 'content-length': bytes.length }).end(bytes);
  drip(response);
}

const SLOW = 'slow-line.bin';
const SLOW_SIZE = 3_000_000;

/** A file that comes a little at a time, so that progress and giving up can be seen. */
function drip(response: ServerResponse): void {
  response.writeHead(200, { 'content-length': SLOW_SIZE });
  let left = SLOW_SIZE;
  const timer = setInterval(() => {
    const part = Math.min(left, 60_000);
    response.write(Buffer.alloc(part, 'slow '));
    left -= part;
    if (left === 0) response.end();
    if (left === 0 || response.destroyed) clearInterval(timer);
  }, 100);
  response.on('close', () => clearInterval(timer));
}

function list(path: string, request: IncomingMessage, response: ServerResponse, newest: number): void {
  const folder = path.endsWith('/') ? path : `${path}/`;
  const file = fileAt(path);
  const rows: string[] = [];
  if (file) rows.push(entry(path, file === SLOW ? SLOW_SIZE : statSync(join(FOLDER, file)).size, newest));
  else if (!LAYOUT[folder]) return void response.writeHead(404).end();
  else rows.push(...(request.headers.depth === '0' ? [] : inside(folder, newest)), entry(folder, null, newest));
  const xml = `<?xml version="1.0"?><d:multistatus xmlns:d="DAV:">${rows.join('')}</d:multistatus>`;
  response.writeHead(207, { 'content-type': 'application/xml; charset=utf-8' }).end(xml);
}

function inside(folder: string, newest: number): string[] {
  const there = new Set(readdirSync(FOLDER));
  const rows = (LAYOUT[folder] ?? [])
    .filter((name) => there.has(name))
    .map((name, i) => entry(folder + name, statSync(join(FOLDER, name)).size, newest - i * DAY));
  if (folder !== '/store/') return rows;
  const recordings = entry('/store/recordings/', null, newest - 9 * DAY);
  return [recordings, entry(`/store/${SLOW}`, SLOW_SIZE, newest - 20 * DAY), ...rows];
}

function entry(path: string, size: number | null, at: number): string {
  const kind = size === null ? '<d:resourcetype><d:collection/></d:resourcetype>' : '<d:resourcetype/>';
  const length = size === null ? '' : `<d:getcontentlength>${size}</d:getcontentlength>`;
  const changed = `<d:getlastmodified>${new Date(at).toUTCString()}</d:getlastmodified>`;
  return `<d:response><d:href>${encodeURI(path)}</d:href><d:propstat><d:prop>${kind}${length}${changed}</d:prop>
    <d:status>HTTP/1.1 200 OK</d:status></d:propstat></d:response>`;
}

function fileAt(path: string): string | null {
  const at = path.lastIndexOf('/') + 1;
  const name = path.slice(at);
  if (path === `/store/${SLOW}`) return SLOW;
  return LAYOUT[path.slice(0, at)]?.includes(name) ? name : null;
}
