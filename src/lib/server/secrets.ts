import { createCipheriv, createDecipheriv, randomBytes } from 'node:crypto';
import { config } from './config';
import { keyFile, once } from './key-file';

const NONCE = 12;
const TAG = 16;

/**
 * Seals a secret for the database with AES-256-GCM (NIST SP 800-38D): nonce, tag, text. The key lies outside of the
 * database, so that a copy of one is of no use without the other.
 *
 * @param context what the secret belongs to; it cannot be opened for anything else
 */
export async function seal(secret: string, context: string): Promise<Buffer> {
  const nonce = randomBytes(NONCE);
  const cipher = createCipheriv('aes-256-gcm', await key(), nonce).setAAD(Buffer.from(context));
  const text = Buffer.concat([cipher.update(secret, 'utf8'), cipher.final()]);
  return Buffer.concat([nonce, cipher.getAuthTag(), text]);
}

/** @throws where it was changed, or sealed for something else or with another key */
export async function unseal(sealed: Buffer, context: string): Promise<string> {
  const decipher = createDecipheriv('aes-256-gcm', await key(), sealed.subarray(0, NONCE))
    .setAAD(Buffer.from(context))
    .setAuthTag(sealed.subarray(NONCE, NONCE + TAG));
  return Buffer.concat([decipher.update(sealed.subarray(NONCE + TAG)), decipher.final()]).toString('utf8');
}

/** From VENDRO_SECRET where it is set; else from a file in the data folder. */
const key = once(async () =>
  config.secret !== null ? Buffer.from(config.secret, 'hex') : keyFile('secret.key', async () => randomBytes(32))
);
