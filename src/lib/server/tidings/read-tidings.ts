import { z } from 'zod';
import { KINDS } from '$core/tidings/kinds';
import type { Tiding, TidingFacts } from '$core/tidings/views';
import type { Actor } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { clock } from '../clock';
import { execute, ms, select } from '../db/connection';
import { publish } from '../live/publish';
import { NotHere } from '../outcome';

export const TIDINGS_PAGE = 60;

/** What a person has heard of, the newest first, a page at a time by keyset. One query. */
export async function readTidings(
  person: Actor,
  before: number | null
): Promise<{ tidings: Tiding[]; next: number | null; now: Moment }> {
  const rows = await select(Row, LIST, [person.id, before, TIDINGS_PAGE + 1]);
  const tidings = rows.slice(0, TIDINGS_PAGE).map(({ no: _no, ...tiding }) => tiding);
  const last = rows[TIDINGS_PAGE - 1];
  return { tidings, next: rows.length > TIDINGS_PAGE && last ? last.no : null, now: clock.now() };
}

/**
 * Follows a tiding to its place: it and what is shown together with it count as read.
 *
 * @returns the address of the place
 * @throws NotHere where it is somebody else's
 */
export async function followTiding(person: Actor, id: string): Promise<string> {
  const [row] = await select(z.object({ href: z.string() }), FOLLOW, [id, person.id, new Date(clock.now())]);
  if (!row) throw new NotHere('This');
  await publish({ what: 'tidings', people: [person.id] });
  return row.href;
}

/** All that is unread counts as read. */
export async function readAll(person: Actor): Promise<void> {
  await execute('update tidings set read_at = $2 where person_id = $1 and read_at is null', [
    person.id,
    new Date(clock.now())
  ]);
  // Their other tabs show how many there are.
  await publish({ what: 'tidings', people: [person.id] });
}

const Row = z.object({
  no: z.number(),
  id: z.string(),
  kind: z.enum(KINDS),
  grouped: z.string(),
  title: z.string(),
  course: z.string().nullable(),
  href: z.string(),
  facts: z.custom<TidingFacts>(),
  at: z.number(),
  unread: z.boolean()
});

/** As they are listed and mailed. */
export const TIDING_COLUMNS = `
  t.no::float8 as no, t.id, t.kind, t.grouped, coalesce(t.data->>'title', a.title, c.title, '') as title, c.title as course,
  t.href, case when b.name is null then t.data else t.data || jsonb_build_object('by', b.name) end as facts, ${ms('t.at')} as at, t.read_at is null as unread`;
export const TIDING_JOINS = `left join assignments a on a.id = t.assignment_id left join courses c on c.id = t.course_id
  left join people b on b.id = t.by_person`;

const LIST = `
  select ${TIDING_COLUMNS} from tidings t ${TIDING_JOINS}
  where t.person_id = $1 and ($2::bigint is null or t.no < $2) order by t.no desc limit $3`;

const FOLLOW = `
  with one as (select href, grouped from tidings where id = $1 and person_id = $2),
  read as (update tidings t set read_at = $3 from one
    where t.person_id = $2 and t.grouped = one.grouped and t.read_at is null)
  select href from one`;
