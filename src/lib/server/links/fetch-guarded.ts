import type { IncomingMessage } from 'node:http';
import http from 'node:http';
import https from 'node:https';
import { createBrotliDecompress, createGunzip, createInflate } from 'node:zlib';
import type { Readable } from 'node:stream';
import { Forbidden, guardedAgents, mustBeAllowed, type Allowed } from './guard';

/** What came back from an address, after its redirects. */
export interface Fetched {
  status: number;
  finalUrl: string;
  headers: Record<string, string>;
  /** As much of the body as is taken. */
  body: Buffer;
}

/** Why nothing came back. */
export class Unreached extends Error {
  constructor(
    readonly why: 'no-such-name' | 'private' | 'refused' | 'timeout' | 'too-many-redirects' | 'certificate' | 'broken'
  ) {
    super(`Nothing came back: ${why}.`);
    this.name = 'Unreached';
  }
}

export interface Limits {
  /** For all of it, redirects included, in milliseconds. */
  time: number;
  /** Of the body after it was unpacked, in bytes. What is longer is cut there. */
  bytes: number;
  redirects: number;
}

export const PAGE_LIMITS: Limits = { time: 8000, bytes: 1_500_000, redirects: 5 };

/**
 * Fetches an address as a stranger would: without cookies or names, by GET, and only from public addresses. Every
 * redirect is checked anew.
 *
 * @throws Unreached
 */
export async function fetchGuarded(url: string, allowed: Allowed | null, limits = PAGE_LIMITS): Promise<Fetched> {
  const ending = AbortSignal.timeout(limits.time);
  let at = url;
  for (let hop = 0; hop <= limits.redirects; hop++) {
    const response = await get(at, allowed, ending);
    const status = response.statusCode ?? 0;
    const next = response.headers.location;
    if (status < 300 || status >= 400 || next === undefined) {
      const body = await read(response, limits.bytes, ending);
      return { status, finalUrl: at, headers: flat(response.headers), body };
    }
    response.destroy();
    if (!URL.canParse(next, at)) throw new Unreached('broken');
    at = new URL(next, at).href;
  }
  throw new Unreached('too-many-redirects');
}

const get = (url: string, allowed: Allowed | null, signal: AbortSignal): Promise<IncomingMessage> =>
  askGuarded(url, allowed, { signal, headers: HEADERS });

/**
 * Asks an address of somebody's choosing, once: no redirect is followed. The one way by which a request leaves for such an address.
 *
 * @param body what is sent along; nothing unless said
 * @throws Unreached
 */
export function askGuarded(
  url: string,
  allowed: Allowed | null,
  options: Pick<http.RequestOptions, 'method' | 'headers' | 'signal'>,
  body?: Buffer
): Promise<IncomingMessage> {
  const { protocol, hostname, port, username, password } = new URL(url);
  if ((protocol !== 'http:' && protocol !== 'https:') || username !== '' || password !== '')
    return Promise.reject(new Unreached('private'));
  const secure = protocol === 'https:';
  return new Promise((resolve, reject) => {
    try {
      mustBeAllowed(hostname, Number(port || (secure ? 443 : 80)), allowed);
      const agents = guardedAgents(allowed);
      const agent = secure ? agents.https : agents.http;
      const request = (secure ? https : http).request(url, { ...options, agent, maxHeaderSize: 32_768 }, resolve);
      request.on('error', (error) => reject(unreached(error)));
      request.end(body);
    } catch (error) {
      reject(unreached(error));
    }
  });
}

const HEADERS = {
  'user-agent': 'Vendro link check',
  accept: 'text/html,application/xhtml+xml,*/*;q=0.5',
  'accept-encoding': 'gzip, deflate, br'
};

/** Reads a body up to a size, unpacked: a small one that unpacks to a huge one is cut as well. */
function read(response: IncomingMessage, most: number, signal: AbortSignal): Promise<Buffer> {
  const source = unpacked(response);
  return new Promise((resolve, reject) => {
    const chunks: Buffer[] = [];
    let size = 0;
    const finish = () => {
      signal.removeEventListener('abort', late);
      response.destroy();
      source.destroy();
      resolve(Buffer.concat(chunks).subarray(0, most));
    };
    const late = () => {
      response.destroy();
      source.destroy();
      reject(new Unreached('timeout'));
    };
    signal.addEventListener('abort', late, { once: true });
    source.on('data', (chunk: Buffer) => {
      chunks.push(chunk);
      size += chunk.length;
      if (size >= most) finish();
    });
    source.on('end', finish);
    source.on('error', (error) => reject(unreached(error)));
    response.on('error', (error) => reject(unreached(error)));
  });
}

function unpacked(response: IncomingMessage): Readable {
  switch (response.headers['content-encoding']) {
    case 'gzip':
      return response.pipe(createGunzip());
    case 'deflate':
      return response.pipe(createInflate());
    case 'br':
      return response.pipe(createBrotliDecompress());
    default:
      return response;
  }
}

function unreached(error: unknown): Unreached {
  if (error instanceof Unreached) return error;
  if (error instanceof Forbidden) return new Unreached(error.why === 'port' ? 'private' : error.why);
  const { name, code } = error as { name?: string; code?: string };
  if (name === 'AbortError' || name === 'TimeoutError') return new Unreached('timeout');
  if (/CERT|SELF_SIGNED|UNABLE_TO_VERIFY/.test(code ?? '')) return new Unreached('certificate');
  return new Unreached(code === 'ECONNREFUSED' || code === 'ECONNRESET' ? 'refused' : 'broken');
}

function flat(headers: IncomingMessage['headers']): Record<string, string> {
  return Object.fromEntries(Object.entries(headers).map(([name, value]) => [name, String(value ?? '')]));
}
