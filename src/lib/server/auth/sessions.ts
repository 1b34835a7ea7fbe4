import { createHash, randomBytes } from 'node:crypto';
import { z } from 'zod';
import { DAY, MINUTE, type Moment } from '$core/time/moment';
import { clock } from '../clock';
import { execute, ms, select, type Tx } from '../db/connection';
import { Session } from '../db/models/people';
import { announce } from '../live/announce';

export const SESSION_COOKIE = 'vendro_session';
const LASTS = 30 * DAY;
const SEEN_EVERY = 10 * MINUTE;

/** Who is behind a session, with what the shell of every page shows. */
export interface SignedIn {
  id: string;
  name: string;
  /** Family name first, as rosters sort. */
  sortName: string;
  handle: string;
  zone: string;
  schoolRoles: Array<'office' | 'guardian'>;
  studies: boolean;
  /** Teaches somewhere, or sits in an office that has stages of work: a marking desk is theirs. */
  teaches: boolean;
  /** Tidings that they have not read. */
  unread: number;
}

/**
 * Opens a session.
 *
 * @returns the token for the cookie; the database keeps only its SHA-256
 */
export async function openSession(
  personId: string,
  agent: string,
  tx?: Tx
): Promise<{ token: string; expires: Moment }> {
  const token = randomBytes(32).toString('base64url');
  const now = clock.now();
  await Session.create(
    {
      tokenHash: digest(token),
      personId,
      createdAt: new Date(now),
      seenAt: new Date(now),
      expiresAt: new Date(now + LASTS),
      agent: agent.slice(0, 300)
    },
    { transaction: tx }
  );
  return { token, expires: now + LASTS };
}

/** The person behind a token, or null where the session is unknown, revoked or over. One query. */
export async function findSession(token: string): Promise<SignedIn | null> {
  const now = clock.now();
  const [row] = await select(SessionRow, FIND, [digest(token), new Date(now)]);
  if (!row) return null;
  if (now - row.seen > SEEN_EVERY) {
    await execute('update sessions set seen_at = $2 where token_hash = $1', [digest(token), new Date(now)]);
  }
  const { seen: _seen, ...person } = row;
  return person;
}

/** Ends one session. Ending one that is over already is no error. */
export async function closeSession(token: string): Promise<void> {
  const [ended] = await select(Owner, 'delete from sessions where token_hash = $1 returning person_id as id', [
    digest(token)
  ]);
  if (ended) await announce({ sessionsOf: ended.id });
}

/** Ends every session of a person, for a changed password or a lost phone. */
export async function closeAllSessions(personId: string, tx?: Tx): Promise<void> {
  await execute('delete from sessions where person_id = $1', [personId], tx);
  await announce({ sessionsOf: personId }, tx);
}

/** A sign-in that is still good, as its person sees it. */
export interface OpenSession {
  /** Tells it from the others; of no use for signing in. */
  id: string;
  agent: string;
  since: Moment;
  seen: Moment;
  /** The one that asks. */
  here: boolean;
}

/** Where a person is signed in, the latest seen first. */
export function readSessions(personId: string, token: string): Promise<OpenSession[]> {
  return select(
    z.object({ id: z.string(), agent: z.string(), since: z.number(), seen: z.number(), here: z.boolean() }),
    `select encode(sha256(token_hash), 'hex') as id, agent, ${ms('created_at')} as since, ${ms('seen_at')} as seen,
       token_hash = $2 as here
     from sessions where person_id = $1 and expires_at > $3 order by token_hash = $2 desc, seen_at desc limit 100`,
    [personId, digest(token), new Date(clock.now())]
  );
}

/** Signs a person out elsewhere: in one place by its id, or everywhere but where they are. */
export async function closeOtherSessions(personId: string, token: string, only: string | null): Promise<void> {
  await execute(
    `delete from sessions where person_id = $1 and token_hash <> $2
       and ($3::text is null or encode(sha256(token_hash), 'hex') = $3)`,
    [personId, digest(token), only]
  );
  await announce({ sessionsOf: personId });
}

const Owner = z.object({ id: z.string() });

const SessionRow = z.object({
  id: z.string(),
  name: z.string(),
  sortName: z.string(),
  handle: z.string(),
  zone: z.string(),
  schoolRoles: z.array(z.enum(['office', 'guardian'])),
  studies: z.boolean(),
  teaches: z.boolean(),
  unread: z.number(),
  seen: z.number()
});

const holdsRole = (role: string) =>
  `exists (select 1 from enrolments e where e.person_id = p.id and e.left_at is null and e.role = '${role}')`;

const FIND = `
  select p.id, p.name, p.sort_name as "sortName", p.handle, p.zone,
    array(select role from school_roles r where r.person_id = p.id) as "schoolRoles",
    ${holdsRole('student')} as studies, (${holdsRole('teacher')}
      or exists (select 1 from office_people o where o.person_id = p.id)) as teaches, ${ms('s.seen_at')} as seen,
    (select count(*)::int from tidings t where t.person_id = p.id and t.read_at is null) as unread
  from sessions s join people p on p.id = s.person_id
  where s.token_hash = $1 and s.expires_at > $2`;

function digest(token: string): Buffer {
  return createHash('sha256').update(token).digest();
}
