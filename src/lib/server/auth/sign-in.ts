import { z } from 'zod';
import { MINUTE, type Moment } from '$core/time/moment';
import { audit } from '../db/audit';
import { clock } from '../clock';
import { ms, select } from '../db/connection';
import { Person, SignInAttempt } from '../db/models/people';
import type { Outcome } from '../outcome';
import { passwordFits } from './passwords';
import { knownDevice, rememberDevice } from './known-devices';
import { closeSession, openSession } from './sessions';

const WINDOW = 15 * MINUTE;
/** Failed tries within the window after which an account, or an address, has to wait. */
export const TRIES = { account: 8, address: 60 };

export interface SignInRequest {
  handle: string;
  password: string;
  address: string;
  agent: string;
  /** The cookie that the browser came with: that session ends, so that a planted one is worth nothing. */
  oldToken?: string;
  /** The cookie of a device on which somebody has signed in before. */
  device?: string;
}

type SignInResult =
  | Outcome<{ token: string; expires: Moment; device: string }, 'wrong-name-or-password'>
  | TooManyTries;
type TooManyTries = { ok: false; why: 'too-many-tries'; until: Moment };

/**
 * Signs a person in and gives them a fresh session.
 *
 * Wrong tries at an account make everybody wait but a device on which its person has signed in before: that one's tries are
 * counted for themselves, so that nobody can lock a student out on the evening of a deadline.
 *
 * Each try is written down before the password is looked at, so that parallel guesses cannot slip through the count.
 */
export async function signIn(request: SignInRequest): Promise<SignInResult> {
  const account = request.handle.trim().toLowerCase();
  const now = clock.now();
  const device = await knownDevice(request.device, account);
  const attempt = await SignInAttempt.create({ account, address: request.address, device, at: new Date(now) });
  const until = await waitsUntil({ account, address: request.address, device }, now);
  if (until !== null) return { ok: false, why: 'too-many-tries', until };

  const person = await Person.findOne({ where: { handle: account } });
  if (!(await passwordFits(person?.passwordHash ?? null, request.password)) || !person) {
    await audit(person?.id ?? null, 'sign-in refused', account);
    return { ok: false, why: 'wrong-name-or-password' };
  }
  await attempt.update({ succeeded: true });
  if (request.oldToken) await closeSession(request.oldToken);
  await audit(person.id, 'signed in', account);
  const known = device && request.device ? request.device : await rememberDevice(person.id);
  return { ok: true, ...(await openSession(person.id, request.agent)), device: known };
}

/** Whether another try at an account's password is free now. The try at hand is written down already. */
export async function mayTry(account: string): Promise<boolean> {
  return (await waitsUntil({ account, address: '', device: null }, clock.now())) === null;
}

/** When the next try is free, or null where it is free now. Counts the try at hand. */
async function waitsUntil(
  { account, address, device }: { account: string; address: string; device: Buffer | null },
  now: Moment
): Promise<Moment | null> {
  const since = new Date(now - WINDOW);
  const [row] = await select(
    Counts,
    `select
       (select count(*)::int from sign_in_attempts
          where account = $1 and at > $3 and not succeeded and device is not distinct from $4) as "byAccount",
       (select count(*)::int from sign_in_attempts
          where address = $2 and at > $3 and not succeeded and device is null) as "byAddress",
       (select ${ms('min(at)')} from sign_in_attempts where (account = $1 or address = $2) and at > $3 and not succeeded)
         as oldest`,
    [account, address, since, device]
  );
  if (!row) return null;
  // A known device is asked about its own tries alone, wherever it is.
  if (row.byAccount <= TRIES.account && (device !== null || row.byAddress <= TRIES.address)) return null;
  return (row.oldest ?? now) + WINDOW;
}

const Counts = z.object({ byAccount: z.number(), byAddress: z.number(), oldest: z.number().nullable() });
