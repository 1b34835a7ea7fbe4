import { createCipheriv, createDecipheriv, randomBytes } from 'node:crypto';
import { mkdir, open, readFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { config } from './config';

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

let known: Promise<Buffer> | null = null;
const key = () => (known ??= findKey());

/** From VENDRO_SECRET where it is set; else from a file beside the blobs that only this user reads, made once. */
async function findKey(): Promise<Buffer> {
  if (config.secret !== null) return Buffer.from(config.secret, 'hex');
  const path = join(dirname(config.blobFolder), 'secret.key');
  await mkdir(dirname(path), { recursive: true });
  try {
    const file = await open(path, 'wx', 0o600);
    await file.writeFile(randomBytes(32));
    await file.sync().finally(() => file.close());
  } catch (error) {
    if (!(error instanceof Error && 'code' in error && error.code === 'EEXIST')) throw error;
  }
  return readFile(path);
}
