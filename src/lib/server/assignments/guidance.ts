import { z } from 'zod';
import type { GuidanceView } from '$core/assignments/guidance';
import { MET_BY, type MustDo } from '$core/assignments/must-do';
import { ENOUGH_RETURNS, whereClassLoses } from '$core/assignments/rubric';
import type { Actor } from '$core/people/policy';
import { clock } from '../clock';
import { Contact } from '../courses/about';
import { PACE, PaceRow, PAUSES, PauseRow } from '../courses/pace';
import { MaterialRow, materialsBeside } from '../courses/materials';
import { assignmentShown } from '../lines/shown';
import { PARTY_NAME } from '../parties/party';
import type { OwnReading, ReadBy } from '$core/peers/views';
import { jsonRows as rows, ms, select, type Tx } from '../db/connection';
import { readPosts, type Place } from '../threads/read-posts';

/** Reads it all for one reader, in two queries. The caller has asked the policy. */
export async function readGuidance(
  person: Actor,
  { assignmentId }: { assignmentId: string },
  partyId: string | null
): Promise<GuidanceView> {
  const [[row], [floor = [], aside = []]] = await Promise.all([
    select(GuidanceRow, GUIDANCE, [assignmentId, person.id, new Date(clock.now())]),
    readPosts(person, conversations(assignmentId, partyId))
  ]);
  const {
    materials = [],
    mustDo = [],
    criteria = [],
    judged = [],
    estimates = [],
    contacts = [],
    people = 0,
    others = [],
    pace = null,
    pauses = [],
    reading = [],
    readBy = []
  } = row ?? {};
  return {
    materials,
    mustDo,
    criteria,
    lost: whereClassLoses(criteria, judged),
    estimates: Object.fromEntries(estimates.map(({ criterionId, levelId }) => [criterionId, levelId])),
    contacts,
    people,
    others,
    pace,
    pauses,
    reading,
    readBy,
    floor,
    aside
  };
}

/** The open floor of an assignment, and the aside of one party where there is one. */
export function conversations(assignmentId: string, partyId: string | null): Place[] {
  const floor: Place = { on: 'assignment', id: assignmentId, partyId: null };
  return partyId === null ? [floor] : [floor, { ...floor, partyId }];
}

/** The must-do items of an assignment, and which of them a student has done. */
export function readMustDo(person: Actor, assignmentId: string, tx: Tx): Promise<MustDo[]> {
  return select(MustDoRow, MUST_DO, [assignmentId, person.id], tx);
}

export const CriterionRow = z.object({
  id: z.string(),
  title: z.string(),
  hint: z.string(),
  levels: z.array(z.object({ id: z.string(), title: z.string(), says: z.string(), points: z.number() }))
});

const MustDoRow = z.object({
  id: z.string(),
  text: z.string(),
  optional: z.boolean(),
  metBy: z.enum(MET_BY),
  met: z.boolean()
});

const GuidanceRow = z.object({
  materials: z.array(MaterialRow),
  mustDo: z.array(MustDoRow),
  criteria: z.array(CriterionRow),
  judged: z.array(z.object({ criterionId: z.string(), works: z.number(), mean: z.number() })),
  estimates: z.array(z.object({ criterionId: z.string(), levelId: z.string() })),
  contacts: z.array(Contact),
  people: z.number(),
  others: z.array(z.string()),
  pace: PaceRow,
  pauses: z.array(PauseRow),
  reading: z.array(z.custom<OwnReading>()),
  readBy: z.array(z.custom<ReadBy>())
});

const DONE_BY = `case i.met_by
    when 'tick' then exists (select 1 from must_do_ticks t where t.item_id = i.id and t.person_id = $2)
    when 'aside' then exists (select 1 from posts o where o.assignment_id = $1 and o.party_id is not null and o.by_person = $2)
    when 'floor' then exists (select 1 from posts o where o.assignment_id = $1 and o.party_id is null and o.by_person = $2)
    when 'material' then exists (select 1 from materials m where m.assignment_id = $1)
      and not exists (select 1 from materials m where m.assignment_id = $1 and not exists (
        select 1 from material_views v where v.material_id = m.id and v.person_id = $2))
    when 'piece' then exists (select 1 from packets_of_people w join packets p on p.id = w.packet_id
      where w.assignment_id = $1 and w.person_id = $2 and (p.pieces > 0 or p.round_no is not null))
  end`;

const MUST_DO = `select i.id, i.text, i.optional, i.met_by as "metBy", ${DONE_BY} as met
  from must_do_items i where i.assignment_id = $1 order by i.position`;

/** The rubric of an assignment, as one JSON value. @param assignment the SQL of its id */
export const criteriaOf = (assignment: string) =>
  rows(`select k.id, k.title, k.hint, ${rows(`select l.id, l.title, l.says, l.points::float8 as points
      from criterion_levels l where l.criterion_id = k.id order by l.position`)} as levels
    from criteria k where k.assignment_id = ${assignment} order by k.position`);
export const CRITERIA = criteriaOf('$1');

/**
 * The titles of everything else that a student was set and can see: a piece that is named after one of them may belong
 * there.
 *
 * @param person     the SQL of the student's id
 * @param assignment the SQL of the id of the assignment that it is not
 * @param now        the SQL of the moment at hand
 */
export function otherTitles(person: string, assignment: string, now: string): string {
  return `array(select distinct a.title from enrolments e join assignments a on a.course_id = e.course_id
    where ${assignmentShown('a', now)} and e.person_id = ${person} and e.left_at is null and e.role = 'student' and a.id <> ${assignment} limit 300)`;
}

const GUIDANCE = `select
  ${rows(materialsBeside('assignment_id'))} as materials,
  ${rows(MUST_DO)} as "mustDo",
  ${CRITERIA} as criteria,
  ${rows(`select k.id as "criterionId", count(distinct m.packet_id)::int as works, avg(l.points)::float8 as mean
    from criteria k join criterion_marks m on m.criterion_id = k.id join criterion_levels l on l.id = m.level_id
    join rounds r on r.packet_id = m.packet_id and r.no = m.round_no and r.state in ('settled', 'returned')
    where k.assignment_id = $1 group by k.id having count(distinct m.packet_id) >= ${ENOUGH_RETURNS}`)} as judged,
  ${rows(`select o.criterion_id as "criterionId", o.level_id as "levelId"
    from own_estimates o join criteria k on k.id = o.criterion_id
    where k.assignment_id = $1 and o.person_id = $2`)} as estimates,
  (select c.contacts from courses c join assignments a on a.course_id = c.id where a.id = $1) as contacts,
  (select count(*)::int from enrolments e join assignments a on a.course_id = e.course_id
    where a.id = $1 and e.left_at is null) as people,
  ${otherTitles('$2', '$1', '$3')} as others,
  (select ${PACE('c')} from courses c join assignments a on a.course_id = c.id where a.id = $1) as pace, ${PAUSES} as pauses,
  ${rows(`select g.id, case when g.nameless then 'A classmate’s work' else ${PARTY_NAME} end as whose, ${ms('g.done_at')} as "doneAt"
    from peer_readings g join packets p on p.id = g.packet_id
    where p.assignment_id = $1 and g.reader_id = $2 order by g.handed_at, g.id`)} as reading,
  ${rows(`select g.id, case when g.nameless then 'A classmate' else t.name end as by, g.words, ${ms('g.done_at')} as "doneAt",
    ${rows(`select c.title, l.title as level from criterion_levels l join criteria c on c.id = l.criterion_id
      where l.id = any(g.levels) order by c.position`)} as levels
    from peer_readings g join people t on t.id = g.reader_id join packets_of_people w on w.packet_id = g.packet_id
    where w.assignment_id = $1 and w.person_id = $2 and g.shown_at is not null order by g.done_at, g.id`)} as "readBy"`;
