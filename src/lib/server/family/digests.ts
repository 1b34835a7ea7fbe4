import { z } from 'zod';
import { Digest, digestText, STALE, weekTold } from '$core/family/digest';
import type { Actor } from '$core/people/policy';
import { HOUR } from '$core/time/moment';
import { clock } from '../clock';
import { config } from '../config';
import { inTransaction, ms, select } from '../db/connection';
import { queueMail } from '../mail/mail';
import { NotHere } from '../outcome';
import { tell } from '../tidings/tell';
import { readWeek, readWeeks } from './read-week';

const AT_ONCE = 50;

/**
 * Sends the summaries of the week that has ended, each once: the week, what is sent and the mail are written together.
 *
 * @returns how many were sent
 */
export async function sendDigests(): Promise<number> {
  const now = clock.now();
  const due = await select(Due, DUE, [new Date(now), AT_ONCE]);
  let sent = 0;
  for (const one of due) if (await sendDigest(one, now)) sent++;
  return sent;
}

async function sendDigest(
  { id, studentId, token, email, zone, name, confirmedAt }: z.infer<typeof Due>,
  now: number
): Promise<boolean> {
  const { week, from, to } = weekTold(now, zone);
  // The first one comes with the first week that ends after it was confirmed.
  const tooLate = now - to > STALE || to < confirmedAt;
  const digest = await readWeek(studentId, from, to);
  return inTransaction(async (tx) => {
    const [noted] = await select(
      z.object({ id: z.string() }),
      `insert into digests (guardianship_id, week, contents, sent_at) select $1, $2, $3, $4
       where exists (select 1 from guardianships where id = $1 and ended_at is null) and not $5
       on conflict do nothing returning id`,
      [id, week, JSON.stringify(digest), new Date(now), tooLate],
      tx
    );
    if (!noted) return false;
    const body =
      `${digest.student}, the week until ${new Intl.DateTimeFormat('en-GB', { dateStyle: 'full', timeZone: zone }).format(to)}\n\n` +
      `${digestText(digest, zone)}\n\nTo end these summaries, without signing in: ${config.origin}/family/${token}\n`;
    const subject = `${digest.student}: the week’s schoolwork`;
    await queueMail({ to: email, subject, body, stop: { family: token } }, tx);
    const news = { kind: 'digest', about: `digest ${id} ${week}`, courseId: null, href: '/family', at: now } as const;
    const title = `the week until ${new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', timeZone: zone }).format(to)}`;
    await tell({ people: [studentId] }, { ...news, facts: { says: name || email, title } }, tx);
    return true;
  });
}

/** A summary that was sent. */
export interface SentDigest {
  id: string;
  /** Of which bond between a student and a guardian. */
  of: string;
  to: string;
  sentAt: number;
  digest: Digest;
  zone: string;
}

/** Every summary that was sent of a student, the latest first. */
export function readOwnDigests(person: Actor): Promise<SentDigest[]> {
  return select(SentRow, `${SENT} where g.student_id = $1 order by d.sent_at desc, d.id limit 60`, [person.id]);
}

/** A child of a guardian who is signed in, with what a summary of the present week would say, and those that were sent. */
export interface Child {
  student: string;
  now: Digest;
  zone: string;
  sent: SentDigest[];
}

/**
 * What a guardian sees: of each student of whom they get the summary, by the address of their account, the week so far and what was sent.
 * No more than the mails say.
 *
 * Three queries, whatever their number.
 *
 * @throws NotHere for whoever is no guardian
 */
export async function readChildren(person: Actor): Promise<Child[]> {
  if (!person.schoolRoles.includes('guardian')) throw new NotHere('This page');
  const children = await select(ChildRow, CHILDREN, [person.id]);
  const now = clock.now();
  const weeks = children.map(({ studentId, zone }) => ({ studentId, from: weekTold(now, zone).to, to: now }));
  const [told, sent] = await Promise.all([
    readWeeks(weeks),
    select(SentRow, SENT_TO, [children.map(({ id }) => id), SHOWN])
  ]);
  return children.flatMap(({ id, student, zone }, i): Child[] => {
    const week = told[i];
    return week ? [{ student, now: week, zone, sent: sent.filter(({ of }) => of === id) }] : [];
  });
}

/** Of the summaries of each child so many are shown. */
const SHOWN = 30;

const Due = z.object({
  id: z.string(),
  studentId: z.string(),
  token: z.string(),
  email: z.string(),
  name: z.string(),
  zone: z.string(),
  confirmedAt: z.number()
});
/** Of whom the last week that ended was not told; the six days spare those of whom it was. */
const DUE = `
  select g.id, g.student_id as "studentId", g.token, g.email, g.name, s.zone, ${ms('g.confirmed_at')} as "confirmedAt"
  from guardianships g join people s on s.id = g.student_id
  where g.confirmed_at is not null and g.ended_at is null
    and g.confirmed_at < ${endedSql()}
    and not exists (select 1 from digests d where d.guardianship_id = g.id and d.week = (${endedSql()} at time zone s.zone)::date)
    and $1::timestamptz - ${endedSql()} < interval '${STALE / HOUR} hours'
  order by g.id limit $2`;

/** The latest Sunday at five in the afternoon on the clocks of the student `s`, as SQL: `weekTold` says the same. */
function endedSql(): string {
  const here = '($1::timestamptz at time zone s.zone)';
  return `((date_trunc('week', ${here} - interval '6 days 17 hours') + interval '6 days 17 hours') at time zone s.zone)`;
}

const SentRow = z.object({
  id: z.string(),
  of: z.string(),
  to: z.string(),
  sentAt: z.number(),
  digest: Digest,
  zone: z.string()
});
const SENT = `
  select d.id, d.guardianship_id as of, case when g.name = '' then g.email else g.name end as "to", ${ms('d.sent_at')} as "sentAt", d.contents as digest, s.zone
  from digests d join guardianships g on g.id = d.guardianship_id join people s on s.id = g.student_id`;
const SENT_TO = `
  select * from (select t.*, row_number() over (partition by t.of order by t."sentAt" desc, t.id) as rank
    from (${SENT} where d.guardianship_id = any($1::uuid[])) t) ranked
  where rank <= $2 order by "sentAt" desc, id`;
const ChildRow = z.object({ id: z.string(), studentId: z.string(), student: z.string(), zone: z.string() });
const CHILDREN = `
  select g.id, s.id as "studentId", s.name as student, s.zone from people p
  join guardianships g on lower(g.email) = lower(p.email) and g.confirmed_at is not null and g.ended_at is null
  join people s on s.id = g.student_id where p.id = $1 order by s.sort_name, s.id`;
