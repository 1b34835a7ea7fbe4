import { createHash, randomBytes } from 'node:crypto';

interface Credentials {
  username: string;
  password: string;
}

/** Basic authentication with names and passwords in UTF-8 (RFC 7617, 2.1). */
export const basic = ({ username, password }: Credentials): string =>
  `Basic ${Buffer.from(`${username}:${password}`, 'utf8').toString('base64')}`;

export interface Challenge {
  realm: string;
  nonce: string;
  opaque: string | null;
  algorithm: keyof typeof HASHES;
  session: boolean;
  /** Whether it takes a proof of this one request; older servers do not. */
  auth: boolean;
}

const HASHES = { 'SHA-256': 'sha256', MD5: 'md5' } as const;
const NAMED = /([\w*-]+)\s*=\s*(?:"((?:[^"\\]|\\.)*)"|([^\s,"]+))/g;

/** The strongest Digest challenge of a `WWW-Authenticate` header that can be answered here; null where there is none. */
export function digestChallenge(header: string): Challenge | null {
  const found = header
    .split(/(?=\bDigest\s)/i)
    .filter((part) => /^Digest\s/i.test(part))
    .flatMap((part) => read(part) ?? []);
  return found.find(({ algorithm }) => algorithm === 'SHA-256') ?? found[0] ?? null;
}

function read(part: string): Challenge | null {
  const said = new Map<string, string>();
  for (const [, name = '', quoted, bare] of part.matchAll(NAMED))
    said.set(name.toLowerCase(), quoted?.replace(/\\(.)/g, '$1') ?? bare ?? '');
  const [realm, nonce] = [said.get('realm'), said.get('nonce')];
  const named = (said.get('algorithm') ?? 'MD5').toUpperCase();
  const algorithm = named.replace(/-SESS$/, '');
  if (realm === undefined || nonce === undefined || !isKnown(algorithm)) return null;
  const ways = said.get('qop')?.split(/[\s,]+/);
  // One that asks for a proof of the body as well cannot be answered before the body is there.
  if (ways && !ways.includes('auth')) return null;
  const auth = ways !== undefined;
  return { realm, nonce, opaque: said.get('opaque') ?? null, algorithm, session: named.endsWith('-SESS'), auth };
}

const isKnown = (name: string): name is keyof typeof HASHES => name in HASHES;

/** The answer to a challenge (RFC 7616, 3.4), for one request. Names and passwords are hashed in UTF-8. */
export function digest(
  { username, password }: Credentials,
  { realm, nonce, opaque, algorithm, session, auth }: Challenge,
  { method, uri }: { method: string; uri: string },
  cnonce = randomBytes(16).toString('hex')
): string {
  const hash = (text: string) => createHash(HASHES[algorithm]).update(text, 'utf8').digest('hex');
  const count = '00000001';
  const secret = hash(`${username}:${realm}:${password}`);
  const ours = session ? hash(`${secret}:${nonce}:${cnonce}`) : secret;
  const theirs = hash(`${method}:${uri}`);
  const response = auth
    ? hash(`${ours}:${nonce}:${count}:${cnonce}:auth:${theirs}`)
    : hash(`${ours}:${nonce}:${theirs}`);
  const quoted = (text: string) => `"${text.replace(/["\\]/g, '\\$&')}"`;
  const parts = [
    `username=${quoted(username)}`,
    `realm=${quoted(realm)}`,
    `nonce=${quoted(nonce)}`,
    `uri=${quoted(uri)}`,
    `algorithm=${algorithm}${session ? '-sess' : ''}`,
    `response="${response}"`,
    ...(opaque === null ? [] : [`opaque=${quoted(opaque)}`]),
    ...(auth ? ['qop=auth', `nc=${count}`, `cnonce="${cnonce}"`] : [])
  ];
  // A header carries bytes: what is beyond ASCII in it goes as UTF-8.
  return Buffer.from(`Digest ${parts.join(', ')}`, 'utf8').toString('latin1');
}
