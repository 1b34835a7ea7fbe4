import { calculateJwkThumbprint, CompactSign, exportJWK, generateKeyPair, importJWK, type JWK } from 'jose';
import { z } from 'zod';
import { select } from '../db/connection';
import { keyFile, once } from '../key-file';

const ALGORITHM = 'EdDSA';

/**
 * Signs text with the school's key (Ed25519, RFC 8037) as a compact JWS (RFC 7515).
 *
 * @returns the JWS, and the public key (JWK, RFC 7517) with which it can be verified
 */
export async function signForSchool(text: string): Promise<{ jws: string; jwk: JWK & { kid: string } }> {
  const { key, jwk } = await schoolKey();
  const header = { alg: ALGORITHM, kid: jwk.kid, typ: 'vendro-receipt' };
  return { jws: await new CompactSign(new TextEncoder().encode(text)).setProtectedHeader(header).sign(key), jwk };
}

/** Every public key that ever signed, for anyone to verify with (JWK Set, RFC 7517, section 5). */
export async function publicKeys(): Promise<{ keys: JWK[] }> {
  const rows = await select(z.object({ jwk: z.custom<JWK>() }), 'select jwk from signing_keys order by made_at');
  return { keys: rows.map(({ jwk }) => jwk) };
}

/** Made once. Its public half is published with the first receipt that it signs. */
const schoolKey = once(async () => {
  const secret = z
    .record(z.string(), z.string())
    .parse(JSON.parse(String(await keyFile('receipts.jwk', newKey)))) as JWK;
  const { kty, crv, x } = secret;
  const kid = await calculateJwkThumbprint({ kty, crv, x });
  return { key: await importJWK(secret, ALGORITHM), jwk: { kty, crv, x, kid, use: 'sig', alg: ALGORITHM } };
});

async function newKey(): Promise<string> {
  const { privateKey } = await generateKeyPair(ALGORITHM, { crv: 'Ed25519', extractable: true });
  return JSON.stringify(await exportJWK(privateKey));
}
