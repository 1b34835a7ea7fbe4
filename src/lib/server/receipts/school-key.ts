import { mkdir, open, readFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { calculateJwkThumbprint, CompactSign, exportJWK, generateKeyPair, importJWK, type JWK } from 'jose';
import { z } from 'zod';
import { clock } from '../clock';
import { config } from '../config';
import { execute, select } from '../db/connection';

const ALGORITHM = 'EdDSA';

/** Signs text with the school's key (Ed25519, RFC 8037) as a compact JWS (RFC 7515). */
export async function signForSchool(text: string): Promise<{ jws: string; kid: string }> {
  const { key, kid } = await schoolKey();
  const header = { alg: ALGORITHM, kid, typ: 'vendro-receipt' };
  return { jws: await new CompactSign(new TextEncoder().encode(text)).setProtectedHeader(header).sign(key), kid };
}

/** Every public key that ever signed, for anyone to verify with (JWK Set, RFC 7517, section 5). */
export async function publicKeys(): Promise<{ keys: JWK[] }> {
  const rows = await select(z.object({ jwk: z.custom<JWK>() }), 'select jwk from signing_keys order by made_at');
  return { keys: rows.map(({ jwk }) => jwk) };
}

let known: ReturnType<typeof findKey> | null = null;
const schoolKey = () => (known ??= findKey());

/** From a file beside the blobs that only this user reads, made once; its public half is published in the database. */
async function findKey() {
  const path = join(dirname(config.blobFolder), 'receipts.jwk');
  await mkdir(dirname(path), { recursive: true });
  const { privateKey } = await generateKeyPair(ALGORITHM, { crv: 'Ed25519', extractable: true });
  try {
    const file = await open(path, 'wx', 0o600);
    await file.writeFile(JSON.stringify(await exportJWK(privateKey)));
    await file.sync().finally(() => file.close());
  } catch (error) {
    if (!(error instanceof Error && 'code' in error && error.code === 'EEXIST')) throw error;
  }
  const secret = z.record(z.string(), z.string()).parse(JSON.parse(await readFile(path, 'utf8'))) as JWK;
  const { kty, crv, x } = secret;
  const kid = await calculateJwkThumbprint({ kty, crv, x });
  const jwk = { kty, crv, x, kid, use: 'sig', alg: ALGORITHM };
  await execute('insert into signing_keys (kid, jwk, made_at) values ($1, $2, $3) on conflict do nothing', [
    kid,
    JSON.stringify(jwk),
    new Date(clock.now())
  ]);
  return { key: await importJWK(secret, ALGORITHM), kid };
}
