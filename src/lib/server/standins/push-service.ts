import type { IncomingMessage, ServerResponse } from 'node:http';

/** A message as it came in: encrypted, with what it came with. */
export interface PushedMessage {
  headers: Record<string, string>;
  body: string;
}

const taken = new Map<string, PushedMessage[]>();
const MOST = 50;
const LARGEST = 5000;

/**
 * A push service (RFC 8030) that takes every message and shows what it took: `POST /push/NAME` keeps one, `GET /push/NAME` lists them, the
 * bodies in Base64. Of a name that begins with "gone" it says that nobody is there any more.
 */
export function answerPush(request: IncomingMessage, response: ServerResponse, path: string): void {
  const name = path.slice('/push/'.length);
  if (name.startsWith('gone')) return void response.writeHead(410).end();
  if (request.method !== 'POST') {
    return void response
      .writeHead(200, { 'content-type': 'application/json' })
      .end(JSON.stringify(taken.get(name) ?? []));
  }
  const parts: Buffer[] = [];
  let size = 0;
  request.on('data', (part: Buffer) => {
    size += part.length;
    if (size <= LARGEST) parts.push(part);
  });
  request.on('end', () => {
    if (size > LARGEST) return void response.writeHead(413).end();
    const headers = Object.fromEntries(Object.entries(request.headers).map(([key, value]) => [key, String(value)]));
    const message = { headers, body: Buffer.concat(parts).toString('base64') };
    taken.set(name, [...(taken.get(name) ?? []), message].slice(-MOST));
    response.writeHead(201).end();
  });
}
