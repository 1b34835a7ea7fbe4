import { createHash, randomBytes } from 'node:crypto';
import { z } from 'zod';
import { DAY, HOUR, type Moment } from '$core/time/moment';
import { absolute } from '$core/time/words';
import { audit } from '../db/audit';
import { clock } from '../clock';
import { config } from '../config';
import { execute, inTransaction, ms, select, type Tx } from '../db/connection';
import type { Outcome } from '../outcome';
import { queueMail } from '../mail/mail';
import { hashPassword } from './passwords';
import { closeAllSessions } from './sessions';

/** How long a link works: what somebody asked for themselves is used at once; what is handed over may lie over a weekend. */
const LASTS = { mailed: 2 * HOUR, handed: 7 * DAY };
/** Links that one account is mailed within an hour. */
const MOST_MAILED = 3;

/**
 * Makes a link by which a person chooses a password. It works once; older ones stop working.
 *
 * @param askedBy who in the office made it; null where the person asked for it
 * @returns its address and how long it works
 */
export async function makePasswordLink(
  personId: string,
  askedBy: string | null,
  tx: Tx
): Promise<{ href: string; until: Moment }> {
  const token = randomBytes(24).toString('base64url');
  const now = clock.now();
  const until = now + (askedBy === null ? LASTS.mailed : LASTS.handed);
  await execute('delete from password_links where person_id = $1 and used_at is null', [personId], tx);
  await execute(
    'insert into password_links (token_hash, person_id, asked_by, at, expires_at) values ($1, $2, $3, $4, $5)',
    [digest(token), personId, askedBy, new Date(now), new Date(until)],
    tx
  );
  return { href: `${config.origin}/password/${token}`, until };
}

/** Mails a person a link by which they choose a password. */
export async function mailPasswordLink(
  person: { id: string; handle: string; email: string; zone: string },
  askedBy: string | null,
  tx: Tx
): Promise<void> {
  const { href, until } = await makePasswordLink(person.id, askedBy, tx);
  const body =
    `Open this link to choose a password for the account ${person.handle}:\n${href}\n\n` +
    `It works once, until ${absolute(until, person.zone, clock.now())} (${person.zone}). ` +
    `If you did not ask for it, do nothing: your password stays as it is.\n`;
  await queueMail({ to: person.email, subject: 'Choose your password', body }, tx);
}

/**
 * Mails the link to whoever has lost their password, where there is such an account. What it answers is the same for
 * everyone, so that nobody learns which accounts there are.
 *
 * @param who an account name or a mail address
 */
export async function askForPassword(who: string): Promise<void> {
  const wanted = who.trim().toLowerCase();
  await inTransaction(async (tx) => {
    const found = await select(Asking, FIND, [wanted, new Date(clock.now() - HOUR)], tx);
    for (const person of found) {
      if (person.lately >= MOST_MAILED) continue;
      await mailPasswordLink(person, null, tx);
      await audit(person.id, 'asked for a password', person.handle, {}, tx);
    }
  });
}

const Asking = z.object({
  id: z.string(),
  handle: z.string(),
  email: z.string(),
  zone: z.string(),
  lately: z.number()
});
// Families share an address: each account of it gets its own link, a handful at most.
const FIND = `
  select p.id, p.handle, p.email, p.zone,
    (select count(*)::int from audit a where a.person_id = p.id and a.action = 'asked for a password' and a.at > $2) as lately
  from people p where p.handle = $1 or lower(p.email) = $1 order by p.handle limit 5 for update of p`;

/** Whose password a link is for; null where it does not work, or not any more. */
export async function openPasswordLink(token: string): Promise<{ handle: string; name: string; until: Moment } | null> {
  const [row] = await select(
    z.object({ handle: z.string(), name: z.string(), until: z.number() }),
    `select p.handle, p.name, ${ms('l.expires_at')} as until from password_links l join people p on p.id = l.person_id
     where l.token_hash = $1 and l.used_at is null and l.expires_at > $2`,
    [digest(token), new Date(clock.now())]
  );
  return row ?? null;
}

/**
 * Gives the account of a link its new password. All its sessions end: should somebody else have been signed in, they are
 * not any more.
 *
 * @returns whether the link still worked
 */
export async function usePasswordLink(token: string, password: string): Promise<Outcome<object, 'link-used'>> {
  const passwordHash = await hashPassword(password);
  return inTransaction(async (tx) => {
    const now = new Date(clock.now());
    const [used] = await select(
      z.object({ id: z.string() }),
      `update password_links set used_at = $2 where token_hash = $1 and used_at is null and expires_at > $2
       returning person_id as id`,
      [digest(token), now],
      tx
    );
    if (!used) return { ok: false, why: 'link-used' };
    await setPassword(used.id, passwordHash, 'chose a password by a link', tx);
    return { ok: true };
  });
}

/** Writes a password down and ends every session that the old one had opened. */
export async function setPassword(personId: string, passwordHash: string, how: string, tx: Tx): Promise<void> {
  await execute('update people set password_hash = $2 where id = $1', [personId, passwordHash], tx);
  await closeAllSessions(personId, tx);
  // Who knew the old password is no known device any more.
  await execute('delete from known_devices where person_id = $1', [personId], tx);
  await audit(personId, how, personId, {}, tx);
}

function digest(token: string): Buffer {
  return createHash('sha256').update(token).digest();
}
