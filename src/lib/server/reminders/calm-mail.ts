import { z } from 'zod';
import { quietSql } from '$core/reminders/settings';
import { CALM, isWished, type Kind } from '$core/tidings/kinds';
import type { TidingFacts } from '$core/tidings/views';
import { tidingWords } from '$core/tidings/words';
import { HOUR } from '$core/time/moment';
import { clock } from '../clock';
import { config } from '../config';
import { execute, inTransaction, select } from '../db/connection';
import { queueMail } from '../mail/mail';

const AT_ONCE = 100;
/** A little less than a day, so that the mail of each day comes at about the same time. */
const APART = 20 * HOUR;

/**
 * One calm mail a day at most, of all that can wait and was not read meanwhile; never in the person's quiet hours.
 *
 * @returns how many mails were written
 */
export async function sendCalmMails(): Promise<number> {
  const now = clock.now();
  return inTransaction(async (tx) => {
    const rows = await select(Row, WAITING, [new Date(now), new Date(now - APART), [...CALM], AT_ONCE], tx);
    let sent = 0;
    for (const { personId, email, zone, tidings } of rows) {
      const wanted = tidings.filter(({ kind, wish }) => isWished(kind, wish));
      await execute(
        'update tidings set mailed_at = $2 where id = any($1::uuid[])',
        [tidings.map(({ id }) => id), new Date(now)],
        tx
      );
      if (wanted.length === 0) continue;
      await execute(
        `insert into reminder_rounds (person_id, mailed_at) values ($1, $2) on conflict (person_id) do update set mailed_at = excluded.mailed_at`,
        [personId, new Date(now)],
        tx
      );
      const lines = wanted.map((tiding) => `${tidingWords(tiding, zone, now)}.\n${config.origin}${tiding.href}`);
      const body = `${lines.join('\n\n')}\n\nThis comes once a day at most. When you are reminded, and of what by mail, is yours to choose:\n${config.origin}/plan/reminders\n`;
      const subject =
        wanted.length === 1 && wanted[0] ? tidingWords(wanted[0], zone, now) : `${wanted.length} things are coming up`;
      await queueMail(
        { to: email, subject: subject.slice(0, 180), body, stop: { person: personId, kinds: [...CALM] } },
        tx
      );
      sent++;
    }
    return sent;
  });
}

const Tiding = z.object({
  id: z.string(),
  kind: z.custom<Kind>(),
  title: z.string(),
  href: z.string(),
  facts: z.custom<TidingFacts>(),
  wish: z.boolean().nullable()
});
const Row = z.object({ personId: z.string(), email: z.string(), zone: z.string(), tidings: z.array(Tiding) });
/** Locked, so that two processes do not both write. */
const WAITING = `
  with due as (
    select p.id, p.email, p.zone from people p left join reminder_settings r on r.person_id = p.id
    left join reminder_rounds x on x.person_id = p.id
    where (x.mailed_at is null or x.mailed_at < $2) and not ${quietSql('$1')}
      and exists (select 1 from tidings t where t.person_id = p.id and t.kind = any($3::text[]) and t.mailed_at is null
        and t.read_at is null and t.at > $1::timestamptz - interval '2 days')
    order by p.id limit $4 for update of p skip locked
  )
  select d.id as "personId", d.email, d.zone, json_agg(json_build_object('id', t.id, 'kind', t.kind, 'href', t.href, 'facts', t.data,
      'title', coalesce(t.data->>'title', a.title, c.title, ''), 'wish', w.wanted) order by t.no) as tidings
  from due d join tidings t on t.person_id = d.id and t.kind = any($3::text[]) and t.mailed_at is null and t.read_at is null
    and t.at > $1::timestamptz - interval '2 days'
  left join assignments a on a.id = t.assignment_id left join courses c on c.id = t.course_id
  left join mail_wishes w on w.person_id = t.person_id and w.kind = t.kind
  group by d.id, d.email, d.zone`;
