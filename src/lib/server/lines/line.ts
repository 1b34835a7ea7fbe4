import { z } from 'zod';
import { LatePolicy } from '$core/lateness/late-policy';
import { SHARED_PARTS, type DeskCourse, type DeskLine } from '$core/packets/desk';
import type { Moment } from '$core/time/moment';
import { ms, select } from '../db/connection';
import { joinPacketOf } from '../parties/party';
import { EFFECTIVE_CLOSES, EFFECTIVE_DUE } from './effective';
import { holdingOf, PROJECTION_COLUMNS, ProjectionRow, UNREAD } from './projection';
import { shownToStudents, setForStudents } from './shown';

/**
 * Assignments with a person's packet on each: the one source of every list of work. A list is these rows with filters and
 * an order of its own; who holds the work is read the same way in all of them.
 */

export const LineRow = ProjectionRow.extend({
  assignmentId: z.string(),
  title: z.string(),
  courseSlug: z.string(),
  courseTitle: z.string(),
  emblem: z.string(),
  zone: z.string(),
  usualWait: z.number().nullable(),
  points: z.number().nullable(),
  weight: z.number().nullable(),
  expectedMinutes: z.number().nullable(),
  opens: z.number().nullable(),
  due: z.number().nullable(),
  closes: z.number().nullable(),
  late: LatePolicy,
  round: z.number().nullable(),
  lateSeconds: z.number().nullable(),
  unread: z.boolean(),
  ranOut: z.boolean(),
  unitId: z.string().nullable(),
  unitPlace: z.number().nullable(),
  place: z.number(),
  asked: z.number(),
  filled: z.number(),
  answered: z.tuple([z.number(), z.number()]).nullable(),
  shared: z.enum(SHARED_PARTS).nullable()
});
export type LineRow = z.infer<typeof LineRow>;

const ASKED = 'select count(*)::int from deliverables d where d.assignment_id = a.id and not d.optional';
const FILLED = `select count(distinct d.id)::int from pieces f join deliverables d on d.id = f.deliverable_id
  where f.packet_id = p.id and not d.optional`;

/** Of what starters and question sets ask, how much is answered in the working packet; what may stay empty is not counted. */
const ANSWERED = `select json_build_array(sum((g.facts -> 'answered' ->> 0)::int), sum((g.facts -> 'answered' ->> 1)::int))
  from pieces f join blob_facts g on g.sha256 = f.sha256 and g.facts ? 'answered'
  where f.packet_id = p.id and f.kind in ('page', 'answers') having count(*) > 0`;

/** What of a packet of several waits for the person of the line. */
const SHARED = `select case when bool_or(t.finished_at is null) then 'open' when count(*) > 0 then 'finished'
    when coalesce((select l.seq from party_looks l where l.packet_id = p.id and l.person_id = o.person_id), -1) < (
      select coalesce(max(v.seq), 0) from custody_events v where v.packet_id = p.id and v.type in ('piece-added', 'piece-removed'))
    then 'to-look' end
  from pieces f join page_parts t on t.piece_id = f.id and t.person_id = o.person_id where f.packet_id = p.id`;

/** What a line tells. Aliases: the assignment `a`, its unit `u`, its course `c`, the packet `p`, what was seen of it `seen`. */
export const LINE_COLUMNS = `
  a.id as "assignmentId", a.title, c.slug as "courseSlug", c.title as "courseTitle", c.emblem, c.zone,
  c.usual_wait_seconds as "usualWait", a.points::float8 as points, a.weight::float8 as weight,
  a.expected_minutes as "expectedMinutes", ${ms('a.opens_at')} as opens, ${ms(`(${EFFECTIVE_DUE})`)} as due,
  ${ms(`(${EFFECTIVE_CLOSES})`)} as closes, a.late_policy as late, p.round_no as round,
  p.late_seconds as "lateSeconds", ${UNREAD} as unread,
  coalesce(p.ran_out_at is not null, false) as "ranOut", a.unit_id as "unitId", u.position as "unitPlace", a.position as place,
  case when p.pieces > 0 then (${ASKED}) else 0 end as asked, case when p.pieces > 0 then (${FILLED}) else 0 end as filled,
  case when p.pieces > 0 then (${ANSWERED}) end as answered,
  case when p.pieces > 0 and p.party_id <> o.person_id then (${SHARED}) end as shared,
  ${PROJECTION_COLUMNS}`;

/**
 * Assignments of a course with the packet of each of its students. `e` is the enrolment.
 *
 * @param whose   which of them
 * @param besides further joins
 */
export const linesWhere = (whose: string, besides = '') => `
  from enrolments e
  join courses c on c.id = e.course_id
  join assignments a on a.course_id = e.course_id
  left join units u on u.id = a.unit_id ${joinPacketOf('e.person_id', 'a.id')} ${besides}
  where e.role = 'student' and e.left_at is null and ${whose}`;

/**
 * A student's assignments, as far as they see them. `$1` is the student, `$2` the moment.
 *
 * @param besides further joins
 */
export const ownLinesWith = (besides: string) =>
  linesWhere(
    `e.person_id = $1 and c.archived_at is null and ${setForStudents('a', '$2')} and ${shownToStudents('u', '$2')}`,
    besides
  );
export const OWN_LINES = ownLinesWith('');

/**
 * A student's lines that pass a filter.
 *
 * @param rest further conditions, each begun with `and`, then the order and the limit
 * @param bind what they are asked with, from `$3` on
 */
export async function ownLines(
  person: string,
  now: Moment,
  rest: string,
  bind: readonly unknown[] = []
): Promise<DeskLine[]> {
  const rows = await select(LineRow, `select ${LINE_COLUMNS} ${OWN_LINES} ${rest}`, [person, new Date(now), ...bind]);
  return toLines(rows, now);
}

/** Lines of one course share its facts, and lines under one late policy share that. */
export function toLines(rows: LineRow[], now: Moment): DeskLine[] {
  const courses = new Map<string, DeskCourse>();
  const policies = new Map<string, LatePolicy>();
  return rows.map((row) => {
    const { courseSlug: slug, courseTitle: title, emblem, zone, usualWait } = row;
    const course = shared(courses, slug, { slug, title, emblem, zone, usualWait });
    return toLine(row, course, shared(policies, JSON.stringify(row.late), row.late), now);
  });
}

function shared<T>(known: Map<string, T>, key: string, fresh: T): T {
  const found = known.get(key);
  if (found !== undefined) return found;
  known.set(key, fresh);
  return fresh;
}

function toLine(row: LineRow, course: DeskCourse, late: LatePolicy, now: Moment): DeskLine {
  const { assignmentId, title, opens, due, closes, since, round, lateSeconds, points, weight, given, kept } = row;
  const { expectedMinutes, asked, filled, answered, shared, unread, ranOut, unitPlace, place } = row;
  return {
    assignmentId,
    title,
    course,
    opens,
    due,
    closes,
    since,
    late,
    round,
    lateSeconds,
    points,
    weight,
    expectedMinutes,
    asked,
    filled,
    answered,
    shared,
    unread,
    ranOut,
    outline: unitPlace === null ? null : [unitPlace, place],
    given,
    kept,
    ...holdingOf(row, { due, closes, late }, now)
  };
}
