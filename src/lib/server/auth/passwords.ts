import { hash, verify } from '@node-rs/argon2';
import { config } from '../config';

/**
 * argon2id with the parameters that OWASP names first for it: 19 MiB, two passes, one lane. The package's default
 * algorithm is argon2id.
 */
const STRONG = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };
const PARAMETERS = config.cheapPasswords ? { memoryCost: 8, timeCost: 1, parallelism: 1 } : STRONG;

export function hashPassword(password: string): Promise<string> {
  return hash(password, PARAMETERS);
}

/**
 * Whether the password belongs to the hash. Without a hash (no such account) it takes as long and says no, so that the
 * time of an answer tells nobody which accounts exist.
 */
export async function passwordFits(stored: string | null, password: string): Promise<boolean> {
  decoy ??= hashPassword('nobody has this password');
  const none = stored === null || stored === NO_PASSWORD;
  const fits = await verify(none ? await decoy : stored, password);
  return !none && fits;
}

/** Stands in place of a hash until somebody has chosen a password: no password fits it. */
export const NO_PASSWORD = '!';

let decoy: Promise<string> | undefined;
