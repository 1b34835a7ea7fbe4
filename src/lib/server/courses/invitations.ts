import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { z } from 'zod';
import { listedText } from '$core/forms/listed-text';
import type { JoinRefusal } from '$core/courses/join-phrase';
import type { RosterEntry, SentInvitation } from '$core/courses/views';
import type { Actor } from '$core/people/policy';
import { DAY } from '$core/time/moment';
import { absolute } from '$core/time/words';
import { audit } from '../db/audit';
import { clock } from '../clock';
import { config } from '../config';
import { execute, inTransaction, ms, select, type Tx } from '../db/connection';
import { publish } from '../live/publish';
import { queueMail } from '../mail/mail';
import type { Outcome } from '../outcome';
import { courseFor } from './course-head';
import { letIn } from './join';

const LASTS = 14 * DAY;
/** Addresses that one request may invite: a large class. */
const MOST = 60;

export const NewInvitations = z.object({
  emails: listedText(20_000).pipe(
    z.array(z.email('One of these is no mail address.')).min(1, 'Write at least one address.').max(MOST)
  ),
  role: z.enum(['student', 'teacher']).default('student')
});

/** Invites people by mail. Each invitation works once, for one address, for two weeks. */
export async function invite(
  person: Actor & { name: string },
  course: string,
  { emails, role }: z.infer<typeof NewInvitations>
): Promise<number> {
  await inTransaction(async (tx) => {
    const head = await courseFor(person, course, 'shape-course', tx);
    const now = clock.now();
    for (const email of emails) {
      const token = randomBytes(24).toString('base64url');
      const invitationId = randomUUID();
      await execute(
        `insert into invitations (id, course_id, email, role, token_hash, invited_by, at, expires_at)
         values ($1, $2, $3, $4, $5, $6, $7, $8)`,
        [invitationId, head.id, email, role, digest(token), person.id, new Date(now), new Date(now + LASTS)],
        tx
      );
      const until = absolute(now + LASTS, head.zone, now);
      const body =
        `${person.name} invites you to the course ${head.title}.\n\n` +
        `Open this link and sign in to join:\n${config.origin}/join/${token}\n\n` +
        `It works once, for this address, until ${until}. If you did not expect it, do nothing.\n`;
      await queueMail({ to: email, subject: `Join ${head.title}`, body, invitationId }, tx);
    }
    await tellInvited(emails, tx);
    await audit(person.id, 'invite', head.id, { emails, role }, tx);
  });
  return emails.length;
}

/** Withdraws an invitation that was not used. */
export async function withdrawInvitation(person: Actor, course: string, invitationId: string): Promise<void> {
  await inTransaction(async (tx) => {
    const { id } = await courseFor(person, course, 'shape-course', tx);
    await execute(
      'update invitations set withdrawn_at = $3 where id = $1 and course_id = $2 and accepted_at is null',
      [invitationId, id, new Date(clock.now())],
      tx
    );
  });
}

/** What the page of an invitation's link shows. */
export interface OpenedInvitation {
  id: string;
  courseTitle: string;
  courseSlug: string;
  emblem: string;
  by: string;
  role: 'student' | 'teacher';
  /** The address it was sent to, and the one of the account in use. */
  email: string;
  yours: string;
  expires: number;
  problem: JoinRefusal | null;
}

/** Reads the invitation behind a mailed link; null where the link is not known. */
export async function openInvitation(person: Actor, token: string): Promise<OpenedInvitation | null> {
  const [row] = await select(InvitationRow, `${INVITATION} where i.token_hash = $2`, [person.id, digest(token)]);
  if (!row) return null;
  const { used: _used, withdrawn: _withdrawn, ...shown } = row;
  return { ...shown, problem: problemWith(row) };
}

/** Accepts an invitation, by its mailed link or from the Desk. Two tabs at once join once. */
export async function acceptInvitation(
  person: Actor,
  by: { token: string } | { invitationId: string }
): Promise<Outcome<{ slug: string }, JoinRefusal>> {
  return inTransaction(async (tx) => {
    const where = 'token' in by ? 'i.token_hash = $2' : 'i.id = $2';
    const key = 'token' in by ? digest(by.token) : by.invitationId;
    const [row] = await select(InvitationRow, `${INVITATION} where ${where} for update of i`, [person.id, key], tx);
    if (!row) return { ok: false, why: 'invitation-unknown' };
    const why = problemWith(row);
    if (why) return { ok: false, why };
    await execute(
      'update invitations set accepted_at = $2, accepted_by = $3 where id = $1',
      [row.id, new Date(clock.now()), person.id],
      tx
    );
    await letIn(row.courseId, person, row.role, 'invitation', tx);
    return { ok: true, slug: row.courseSlug };
  });
}

/** Who is in the course and who was, and what invitations are under way. Two queries. The caller has asked the policy. */
export async function readRoster(courseId: string): Promise<{ people: RosterEntry[]; invitations: SentInvitation[] }> {
  const now = clock.now();
  const [people, invitations] = await Promise.all([
    select(
      RosterRow,
      `select s.id, s.name, e.role, ${ms('e.joined_at')} as joined, e.joined_by as "joinedBy", ${ms('e.left_at')} as left
       from enrolments e join people s on s.id = e.person_id where e.course_id = $1
       order by e.left_at is not null, e.role desc, s.sort_name, s.id`,
      [courseId]
    ),
    select(
      SentRow,
      `select i.id, i.email, i.role, ${ms('i.at')} as at, ${ms('i.expires_at')} as expires, p.name as "acceptedBy",
         i.withdrawn_at is not null as withdrawn,
         (select m.problem from mails m where m.invitation_id = i.id and m.failed_at is not null limit 1) as undelivered
       from invitations i left join people p on p.id = i.accepted_by where i.course_id = $1 order by i.at desc limit 200`,
      [courseId]
    )
  ]);
  return {
    people,
    invitations: invitations.map(({ withdrawn, ...one }) => ({
      ...one,
      state: one.acceptedBy ? 'accepted' : withdrawn ? 'withdrawn' : one.expires <= now ? 'over' : 'pending'
    }))
  };
}

function problemWith(row: z.infer<typeof InvitationRow>): JoinRefusal | null {
  if (row.used) return 'invitation-used';
  if (row.withdrawn) return 'invitation-withdrawn';
  if (row.expires <= clock.now()) return 'invitation-over';
  return row.email === row.yours ? null : 'invitation-for-another';
}

/** The invitation stands on their Desk at once, where they have an account. */
async function tellInvited(emails: string[], tx: Tx): Promise<void> {
  const known = await select(
    z.object({ id: z.string() }),
    'select id from people where lower(email) = any($1::text[])',
    [emails],
    tx
  );
  if (known.length > 0) await publish({ what: 'invited', people: known.map(({ id }) => id) }, tx);
}

function digest(token: string): Buffer {
  return createHash('sha256').update(token).digest();
}

const Role = z.enum(['student', 'teacher']);
const InvitationRow = z.object({
  id: z.string(),
  courseId: z.string(),
  courseTitle: z.string(),
  courseSlug: z.string(),
  emblem: z.string(),
  by: z.string(),
  role: Role,
  email: z.string(),
  yours: z.string(),
  expires: z.number(),
  used: z.boolean(),
  withdrawn: z.boolean()
});
const INVITATION = `
  select i.id, c.id as "courseId", c.title as "courseTitle", c.slug as "courseSlug", c.emblem, b.name as by, i.role,
    i.email, lower(me.email) as yours, ${ms('i.expires_at')} as expires, i.accepted_at is not null as used,
    i.withdrawn_at is not null as withdrawn
  from invitations i join courses c on c.id = i.course_id join people b on b.id = i.invited_by
  join people me on me.id = $1`;

const RosterRow = z.object({
  id: z.string(),
  name: z.string(),
  role: Role,
  joined: z.number(),
  joinedBy: z.enum(['school', 'phrase', 'invitation']),
  left: z.number().nullable()
});
const SentRow = z.object({
  id: z.string(),
  email: z.string(),
  role: Role,
  at: z.number(),
  expires: z.number(),
  acceptedBy: z.string().nullable(),
  undelivered: z.string().nullable(),
  withdrawn: z.boolean()
});
