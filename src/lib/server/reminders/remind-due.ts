import { z } from 'zod';
import { quietSql, URGENT_MINUTES, USUAL_REMINDERS } from '$core/reminders/settings';
import { isMailedAlone, TIDINGS, type Kind } from '$core/tidings/kinds';
import { clock } from '../clock';
import { inTransaction, select, type Tx } from '../db/connection';
import { enqueue } from '../db/queue';
import { EFFECTIVE_CLOSES, EFFECTIVE_DUE } from '../lines/effective';
import { RESTED } from '../lines/projection';
import { setForStudents, shownToStudents } from '../lines/shown';
import { publish } from '../live/publish';

/** Reminders that are given in one transaction: what is given is committed, whatever becomes of the next. */
const AT_ONCE = 500;

/**
 * Reminds of what is due, what was taken back and is due, what closes for good, lies untouched or has not arrived: each once for its moment, by the person's own distances, and
 * not in their quiet hours. What falls into them is said in the morning, while it is still ahead.
 *
 * @returns how many reminders were given
 */
export async function remindDue(): Promise<number> {
  let given = 0;
  for (const find of [DUE, CLOSING, UNTOUCHED, NOT_ARRIVED])
    for (let more = AT_ONCE; more === AT_ONCE; given += more) more = await inTransaction((tx) => remindOf(find, tx));
  return given;
}

async function remindOf(find: string, tx: Tx): Promise<number> {
  const told = await select(Told, `${find} ${TELL}`, [new Date(clock.now()), AT_ONCE], tx);
  for (const { id, kind, wish } of told) {
    if (isMailedAlone(kind, wish)) await enqueue('mail-tiding', { tidingId: id }, TIDINGS[kind].patience, tx);
  }
  const people = [...new Set(told.map(({ personId }) => personId))];
  // What PostgreSQL notifies of holds 8,000 bytes at most.
  for (let i = 0; i < people.length; i += 150) await publish({ what: 'tidings', people: people.slice(i, i + 150) }, tx);
  return told.length;
}

const Told = z.object({
  id: z.string(),
  kind: z.custom<Kind>((kind) => typeof kind === 'string' && kind in TIDINGS),
  personId: z.string(),
  wish: z.boolean().nullable()
});

/** Work of students that is theirs to do: `e` the enrolment, `p0` the packet, `p` the person, `r` when they are reminded. */
const OPEN = `
  from enrolments e join courses c on c.id = e.course_id and c.archived_at is null
  join assignments a on a.course_id = e.course_id and ${setForStudents('a', '$1')}
  left join units u on u.id = a.unit_id
  join people p on p.id = e.person_id left join reminder_settings r on r.person_id = e.person_id
  left join packets_of_people w on w.assignment_id = a.id and w.person_id = e.person_id left join packets k on k.id = w.packet_id
  where e.role = 'student' and e.left_at is null and ${shownToStudents('u', '$1')} and not ${quietSql('$1')}
    and not ${RESTED.replaceAll('p.', 'k.')} and coalesce(k.phase, 'making') not in ('submitted', 'revising')`;
const DUE_AT = `(${EFFECTIVE_DUE.replaceAll('p.', 'k.')})`;
const CLOSES_AT = `(${EFFECTIVE_CLOSES.replaceAll('p.', 'k.')})`;
const BEFORE = `coalesce(r.before, '{${USUAL_REMINDERS.before.join(',')}}'::int[])`;

/** Of several distances that have passed, the nearest is said: nobody hears of one thing twice in one minute. */
const DUE = `
  with found as (
    select e.person_id, a.id as assignment_id, e.course_id, ${DUE_AT} as about, d.minutes,
      case when k.phase = 'taken-back' then 'reminder' when d.minutes <= ${URGENT_MINUTES} then 'due-now' else 'coming-due' end as kind, 'due ' || d.minutes as marked
    ${OPEN.replace(
      'where',
      `join lateral (select min(m) as minutes from unnest(${BEFORE}) m
      where ${DUE_AT} - m * interval '1 minute' <= $1) d on d.minutes is not null where`
    )}
      and a.due_at is not null and ${DUE_AT} > $1 and ${DUE_AT} < $1::timestamptz + interval '15 days'
  )`;
const CLOSING = `
  with found as (
    select e.person_id, a.id as assignment_id, e.course_id, ${CLOSES_AT} as about, 'closing' as kind, 'closing' as marked ${OPEN}
      and ${CLOSES_AT} > $1 and ${CLOSES_AT} < $1::timestamptz + interval '1 day' and (${DUE_AT} is null or ${DUE_AT} < $1)
  )`;
/** A starter of which nothing is filled in, two days before. */
const UNTOUCHED = `
  with found as (
    select e.person_id, a.id as assignment_id, e.course_id, ${DUE_AT} as about, 'untouched' as kind, 'untouched' as marked ${OPEN}
      and ${DUE_AT} > $1::timestamptz + interval '1 day' and ${DUE_AT} < $1::timestamptz + interval '2 days'
      and exists (select 1 from starters s join deliverables d on d.id = s.deliverable_id where d.assignment_id = a.id)
      and not exists (select 1 from pieces f join blob_facts g on g.sha256 = f.sha256
        where f.packet_id = k.id and f.kind in ('page', 'answers') and (g.facts -> 'answered' ->> 0)::int > 0)
  )`;
/** Sealed, and its bytes have still not arrived half an hour before the seal runs out. */
const NOT_ARRIVED = `
  with found as (
    select e.person_id, a.id as assignment_id, e.course_id, k.seal_until as about, 'not-arrived' as kind, 'not-arrived' as marked ${OPEN}
      and k.seal_until > $1 and k.seal_until < $1::timestamptz + interval '10 minutes'
  )`;
const TELL = `, noted as (
    insert into reminded (person_id, assignment_id, kind, about, at)
    select person_id, assignment_id, marked, about, $1 from (
      select f.* from found f where not exists (select 1 from reminded x where x.person_id = f.person_id
        and x.assignment_id = f.assignment_id and x.kind = f.marked and x.about = f.about)
      order by f.about, f.person_id, f.assignment_id limit $2) fresh
    on conflict do nothing returning person_id, assignment_id, kind as marked, about
  ), told as (
    insert into tidings (person_id, kind, about, grouped, course_id, assignment_id, href, data, at)
    select f.person_id, f.kind, f.marked || ' ' || f.assignment_id || ' ' || extract(epoch from f.about), 'due ' || f.assignment_id,
      f.course_id, f.assignment_id, '/assignments/' || f.assignment_id || '#packet',
      json_build_object('due', (extract(epoch from f.about) * 1000)::float8), $1
    from noted n join found f on f.person_id = n.person_id and f.assignment_id = n.assignment_id and f.marked = n.marked and f.about = n.about
    on conflict do nothing returning id, kind, person_id
  )
  select t.id, t.kind, t.person_id as "personId", w.wanted as wish from told t
  left join mail_wishes w on w.person_id = t.person_id and w.kind = t.kind`;
