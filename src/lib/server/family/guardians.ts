import { randomBytes } from 'node:crypto';
import { z } from 'zod';
import type { FamilyRefusal } from '$core/family/refusals';
import { mayForSchool, mayWithOwn, type Actor } from '$core/people/policy';
import { DAY } from '$core/time/moment';
import { audit } from '../db/audit';
import { clock } from '../clock';
import { config } from '../config';
import { execute, inTransaction, ms, select, type Tx } from '../db/connection';
import { queueMail } from '../mail/mail';
import { NotHere, type Outcome } from '../outcome';

/** An invitation that nobody confirms is over after so long. */
const LASTS = 14 * DAY;
const MOST = 6;
/** Invitations are mails to addresses that anybody can write: a class of them a day, and no more. */
const MOST_A_DAY = 40;

/** Who gets a student's summary, or was invited to. */
export interface Guardian {
  id: string;
  email: string;
  name: string;
  invitedBy: string;
  invitedAt: number;
  confirmedAt: number | null;
  /** An invitation that nobody confirmed in time. */
  over: boolean;
}

export const GuardianInvited = z.object({
  studentId: z.uuid(),
  email: z.email('That is no mail address.').max(320),
  name: z.string().trim().max(200).default('')
});

/**
 * Invites somebody to a student's weekly summary: the student, a teacher of theirs, or the office may. Nothing is sent before whoever has
 * the address confirms.
 *
 * @throws NotHere for everybody else
 */
export async function inviteGuardian(
  person: Actor & { name: string },
  { studentId, email, name }: z.infer<typeof GuardianInvited>
): Promise<Outcome<object, FamilyRefusal>> {
  return inTransaction(async (tx) => {
    const student = await mayReach(person, studentId, tx);
    await execute('select pg_advisory_xact_lock(hashtextextended($1, 40))', [studentId], tx);
    const now = clock.now();
    await execute(
      'update guardianships set ended_at = $2 where student_id = $1 and ended_at is null and confirmed_at is null and expires_at < $2',
      [studentId, new Date(now)],
      tx
    );
    const known = await select(
      z.object({ email: z.string() }),
      'select email from guardianships where student_id = $1 and ended_at is null',
      [studentId],
      tx
    );
    if (known.some((one) => one.email.toLowerCase() === email.toLowerCase()))
      return { ok: false, why: 'invited-already' };
    if (known.length >= MOST) return { ok: false, why: 'too-many-guardians' };
    const [{ count } = { count: 0 }] = await select(
      z.object({ count: z.number() }),
      'select count(*)::int as count from guardianships where invited_by = $1 and invited_at > $2',
      [person.id, new Date(now - DAY)],
      tx
    );
    if (count >= MOST_A_DAY) return { ok: false, why: 'invites-often' };
    const token = randomBytes(24).toString('base64url');
    await execute(
      `insert into guardianships (student_id, email, name, invited_by, invited_at, expires_at, token) values ($1, $2, $3, $4, $5, $6, $7)`,
      [studentId, email, name, person.id, new Date(now), new Date(now + LASTS), token],
      tx
    );
    const body =
      `${person.name} invites you to a weekly summary of ${student}’s schoolwork: what was announced, set, submitted, late and returned.\n` +
      `It comes by mail once a week. None of the work and none of the conversations are in it, and ${student} sees every one that is sent.\n\n` +
      `Open this to say yes, within two weeks:\n${config.origin}/family/${token}\n\nIf you did not expect it, do nothing: then nothing comes.\n`;
    await queueMail({ to: email, subject: `A weekly summary of ${student}’s schoolwork`, body }, tx);
    await audit(person.id, 'invite-guardian', studentId, { email }, tx);
    return { ok: true };
  });
}

/** What an invitation, or the link in every summary, is about. @throws NotHere where there is none */
export async function openGuardianLink(token: string): Promise<z.infer<typeof Opened>> {
  const [row] = await select(Opened, OPEN, [token, new Date(clock.now())]);
  if (!row) throw new NotHere('This invitation');
  return row;
}

/** Whoever has the address says yes: the summaries begin. */
export async function confirmGuardian(token: string): Promise<Outcome<object, FamilyRefusal>> {
  return inTransaction(async (tx) => {
    const [done] = await select(
      z.object({ id: z.string() }),
      `update guardianships set confirmed_at = coalesce(confirmed_at, $2)
       where token = $1 and ended_at is null and (confirmed_at is not null or expires_at > $2) returning id`,
      [token, new Date(clock.now())],
      tx
    );
    return done ? { ok: true } : { ok: false, why: 'summary-invitation-over' };
  });
}

/** Whoever has the address says that it is enough, without signing in. Doing so twice changes nothing. */
export async function endByLink(token: string): Promise<{ ok: true }> {
  await execute('update guardianships set ended_at = coalesce(ended_at, $2) where token = $1', [
    token,
    new Date(clock.now())
  ]);
  return { ok: true };
}

/** Who gets a student's summary. @throws NotHere for whoever may not know */
export async function readGuardians(person: Actor, studentId: string): Promise<Guardian[]> {
  await mayReach(person, studentId);
  return select(GuardianRow, GUARDIANS, [studentId, new Date(clock.now())]);
}

/** Ends a summary, or an invitation to one: by the student, a teacher of theirs, or the office. @throws NotHere */
export async function endGuardian(person: Actor, id: string): Promise<void> {
  await inTransaction(async (tx) => {
    const [one] = await select(
      z.object({ studentId: z.string() }),
      'select student_id as "studentId" from guardianships where id = $1',
      [id],
      tx
    );
    if (!one) throw new NotHere('This summary');
    await mayReach(person, one.studentId, tx);
    await execute(
      'update guardianships set ended_at = coalesce(ended_at, $2) where id = $1',
      [id, new Date(clock.now())],
      tx
    );
    await audit(person.id, 'end-guardian', one.studentId, { id }, tx);
  });
}

/** @returns the student's name. @throws NotHere for whoever is neither the student, nor a teacher of theirs, nor the office */
async function mayReach(person: Actor, studentId: string, tx?: Tx): Promise<string> {
  const [row] = await select(Reached, REACH, [studentId, person.id], tx);
  if (!row) throw new NotHere('This student');
  const may =
    (row.studies && mayWithOwn(person, studentId)) ||
    row.taught ||
    (row.studies && mayForSchool(person, 'keep-people'));
  if (!may) throw new NotHere('This student');
  return row.name;
}

const Reached = z.object({ name: z.string(), studies: z.boolean(), taught: z.boolean() });
const STUDIES =
  "exists (select 1 from enrolments e where e.person_id = $1 and e.role = 'student' and e.left_at is null)";
const REACH = `
  select p.name, ${STUDIES} as studies, exists (select 1 from enrolments e join enrolments t on t.course_id = e.course_id
      and t.person_id = $2 and t.role = 'teacher' and t.left_at is null
    where e.person_id = $1 and e.role = 'student' and e.left_at is null) as taught
  from people p where p.id = $1`;
const Opened = z.object({ student: z.string(), confirmed: z.boolean(), over: z.boolean(), ended: z.boolean() });
const OPEN = `
  select s.name as student, g.confirmed_at is not null as confirmed, g.confirmed_at is null and g.expires_at <= $2 as over,
    g.ended_at is not null as ended
  from guardianships g join people s on s.id = g.student_id where g.token = $1`;
const GuardianRow = z.object({
  id: z.string(),
  email: z.string(),
  name: z.string(),
  invitedBy: z.string(),
  invitedAt: z.number(),
  confirmedAt: z.number().nullable(),
  over: z.boolean()
});
const GUARDIANS = `
  select g.id, g.email, g.name, b.name as "invitedBy", ${ms('g.invited_at')} as "invitedAt", ${ms('g.confirmed_at')} as "confirmedAt",
    g.confirmed_at is null and g.expires_at <= $2 as over
  from guardianships g join people b on b.id = g.invited_by where g.student_id = $1 and g.ended_at is null order by g.invited_at, g.id`;
