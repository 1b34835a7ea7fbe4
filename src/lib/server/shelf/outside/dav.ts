import type { IncomingMessage } from 'node:http';
import { askGuarded, Unreached } from '../../links/fetch-guarded';
import { simulatedSite } from '../../links/simulated-site';
import { basic, digest, digestChallenge } from './authentication';

/** A store as its student names it. */
export interface DavAccount {
  url: string;
  username: string;
  password: string;
}

/** The store answered, and did not do what it was asked. */
export class StoreRefused extends Error {
  override name = 'StoreRefused';
  constructor(readonly status: number) {
    super(`The store answered ${status}.`);
  }
}

const REDIRECTS = 3;

/**
 * Asks a store for one thing (HTTP Extensions for WebDAV, RFC 4918), by name and password as it wants them. Names and
 * passwords go to its own address alone, and never in clear text before a store without encryption has asked for that.
 *
 * @param path within the store, decoded; a folder ends with a slash, which some servers insist on
 * @throws Unreached; StoreRefused for every status that is no success
 */
export async function askStore(
  account: DavAccount,
  request: { method: 'PROPFIND' | 'GET'; path: string; depth?: '0' | '1'; signal: AbortSignal }
): Promise<IncomingMessage> {
  const { method, path, depth, signal } = request;
  const allowed = await simulatedSite();
  const headers = {
    accept: method === 'PROPFIND' ? 'application/xml, text/xml' : '*/*',
    'accept-encoding': 'identity',
    'user-agent': 'Vendro',
    ...(depth && { depth })
  };
  let url = addressOf(account.url, path);
  let authorization = url.protocol === 'https:' ? basic(account) : null;
  let proven = false;
  for (let hop = 0; hop <= REDIRECTS + 1; hop++) {
    const carried = { ...headers, ...(authorization && { authorization }) };
    const answer = await askGuarded(url.href, allowed, { method, signal, headers: carried });
    if (isSuccess(answer)) return answer;
    answer.destroy();
    if (answer.statusCode === 401 && !proven) {
      authorization = proof(answer, account, { method, uri: url.pathname + url.search, said: authorization });
      proven = true;
    } else [url, proven] = [onTo(answer, url), false];
  }
  throw new Unreached('too-many-redirects');
}

const isSuccess = ({ statusCode = 0 }: IncomingMessage) => statusCode >= 200 && statusCode < 300;

/** What the store asks for as a proof of name and password. @throws StoreRefused where it asks for none that can be given */
function proof(
  { headers, statusCode = 0 }: IncomingMessage,
  account: DavAccount,
  { said, ...request }: { method: string; uri: string; said: string | null }
): string {
  const asks = String(headers['www-authenticate'] ?? '');
  const challenge = digestChallenge(asks);
  if (challenge) return digest(account, challenge, request);
  if (said === null && /\bbasic\b/i.test(asks)) return basic(account);
  throw new StoreRefused(statusCode);
}

/** Where the store sends us on to, which has to be itself. @throws StoreRefused */
function onTo({ headers, statusCode = 0 }: IncomingMessage, from: URL): URL {
  const { location } = headers;
  if (statusCode >= 300 && statusCode < 400 && location !== undefined && URL.canParse(location, from)) {
    const to = new URL(location, from);
    if (to.origin === from.origin) return to;
  }
  throw new StoreRefused(statusCode);
}

/** The address of a path below the store's own. */
export function addressOf(store: string, path: string): URL {
  const url = new URL(store);
  const root = url.pathname.endsWith('/') ? url.pathname : `${url.pathname}/`;
  url.pathname = root + path.replace(/^\//, '').split('/').map(encodeURIComponent).join('/');
  return url;
}

/** Whether a path stays where it was named: nothing in it leads up, or out. */
export const staysWithin = (path: string): boolean =>
  path.startsWith('/') && !/[\\\0]/.test(path) && !path.split('/').some((part) => part === '.' || part === '..');
