import { createHash, randomBytes } from 'node:crypto';
import { z } from 'zod';
import { clock } from '../clock';
import { execute, select } from '../db/connection';

export const DEVICE_COOKIE = 'vendro_device';

/** How many devices of a person are known; the one that came first is forgotten for a further one. */
const MOST = 20;

/** The hash of a device's token, where the account's person has signed in on it before; null otherwise. */
export async function knownDevice(token: string | undefined, account: string): Promise<Buffer | null> {
  if (!token) return null;
  const hash = createHash('sha256').update(token).digest();
  const [known] = await select(
    z.object({ one: z.number() }),
    `select 1 as one from known_devices d join people p on p.id = d.person_id where d.token_hash = $1 and p.handle = $2`,
    [hash, account]
  );
  return known ? hash : null;
}

/**
 * Remembers the device on which a person has just signed in.
 *
 * @returns the token for its cookie; the database keeps only its SHA-256
 */
export async function rememberDevice(personId: string): Promise<string> {
  const token = randomBytes(24).toString('base64url');
  await execute('insert into known_devices (token_hash, person_id, at) values ($1, $2, $3)', [
    createHash('sha256').update(token).digest(),
    personId,
    new Date(clock.now())
  ]);
  await execute(
    `delete from known_devices where token_hash in (
       select token_hash from known_devices where person_id = $1 order by at desc offset $2)`,
    [personId, MOST]
  );
  return token;
}
