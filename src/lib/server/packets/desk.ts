import { z } from 'zod';
import { LatePolicy } from '$core/assignments/late-policy';
import { DESK_GROUPS, type DeskCourse, type DeskGroup, type DeskLine } from '$core/packets/desk';
import type { Actor } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { clock } from '../clock';
import { shownToStudents } from '../courses/shown';
import { ms, select } from '../db/connection';
import { deskGroupSql } from './desk-group';
import { EFFECTIVE_CLOSES, EFFECTIVE_DUE } from './effective';
import { holdingOf, PROJECTION_COLUMNS, ProjectionRow, UNREAD } from './projection';

/** How many lines of one group the Desk shows; what is beyond is one click away. */
export const DESK_PAGE = 60;
/** How many lines a page of settled or later work has. */
export const LONG_PAGE = 50;

/** What of each group is beyond the Desk. */
export type Beyond = Record<DeskGroup, number>;

/**
 * What a student has to do, what is coming, what they wait for and what came back unread. One query, of a size that
 * years of work do not change: of each group the first so many, and how many there are.
 */
export async function readDesk(
  person: Actor,
  course: string | null = null
): Promise<{ lines: DeskLine[]; beyond: Beyond; now: Moment }> {
  const now = clock.now();
  const rows = await select(CountedRow, DESK_ROWS, [person.id, new Date(now), course, DESK_PAGE]);
  const more = (group: DeskGroup) => Math.max(0, (rows.find((row) => row.group === group)?.total ?? 0) - DESK_PAGE);
  const beyond = Object.fromEntries(DESK_GROUPS.map((group) => [group, more(group)])) as Beyond;
  return { lines: toLines(rows, now), beyond, now };
}

/** Where a page of settled work ended: the next one begins after it. */
export interface SettledPlace {
  since: Moment;
  assignmentId: string;
}

/** Settled work, the latest first, a page at a time by keyset. One query. */
export async function readSettled(
  person: Actor,
  after: SettledPlace | null
): Promise<{ lines: DeskLine[]; next: SettledPlace | null; now: Moment }> {
  const now = clock.now();
  const rows = await select(
    DeskRow,
    `${DESK} and ${RESTED}
       and ($3::timestamptz is null or (coalesce(p.since_at, 'epoch'), a.id) < ($3::timestamptz, $4::uuid))
     order by coalesce(p.since_at, 'epoch') desc, a.id desc limit $5`,
    [person.id, new Date(now), after ? new Date(after.since) : null, after?.assignmentId ?? null, LONG_PAGE + 1]
  );
  const lines = toLines(rows.slice(0, LONG_PAGE), now);
  const last = lines.at(-1);
  const next = rows.length > LONG_PAGE && last ? { since: last.since ?? 0, assignmentId: last.assignmentId } : null;
  return { lines, next, now };
}

/** Where a page of open work ended. Work without a due moment stands after all that has one. */
export interface OpenPlace {
  due: Moment | null;
  assignmentId: string;
}

/** All that is not settled, what is due first standing first, a page at a time by keyset. One query. */
export async function readOpen(
  person: Actor,
  after: OpenPlace | null
): Promise<{ lines: DeskLine[]; next: OpenPlace | null; now: Moment }> {
  const now = clock.now();
  const order = `coalesce((${EFFECTIVE_DUE}), 'infinity'), a.id`;
  const rows = await select(
    DeskRow,
    `${DESK} and not ${RESTED} and ($3::text is null or (${order}) > ($3::timestamptz, $4::uuid))
     order by ${order} limit $5`,
    [
      person.id,
      new Date(now),
      after ? (after.due === null ? 'infinity' : new Date(after.due).toISOString()) : null,
      after?.assignmentId ?? null,
      LONG_PAGE + 1
    ]
  );
  const lines = toLines(rows.slice(0, LONG_PAGE), now);
  const last = lines.at(-1);
  const next = rows.length > LONG_PAGE && last ? { due: last.due, assignmentId: last.assignmentId } : null;
  return { lines, next, now };
}

const DeskRow = ProjectionRow.extend({
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
  unitPlace: z.number().nullable(),
  place: z.number(),
  asked: z.number(),
  filled: z.number()
});
type DeskRow = z.infer<typeof DeskRow>;

const CountedRow = DeskRow.extend({ group: z.enum(DESK_GROUPS), total: z.number() });

/** Nothing is to be done about it any more: settled, excused or accepted in person. */
export const RESTED = "coalesce(p.phase = 'settled' or p.excused or p.in_person, false)";
/**
 * A student's assignments: `e` the enrolment, `a` the assignment, `u` its unit, `c` its course, `p` the packet. `$1` is
 * the student, `$2` the moment.
 */
export const OWN_ASSIGNMENTS = `
  from enrolments e
  join courses c on c.id = e.course_id and c.archived_at is null
  join assignments a on a.course_id = e.course_id and a.published and (a.visible_from is null or a.visible_from <= $2)
  left join units u on u.id = a.unit_id
  left join packets p on p.assignment_id = a.id and p.party_id = e.person_id
  where e.person_id = $1 and e.role = 'student' and e.left_at is null
    and ${shownToStudents('u', '$2')}`;

const ASKED = 'select count(*)::int from deliverables d where d.assignment_id = a.id and not d.optional';
const FILLED = `select count(distinct d.id)::int from pieces f join deliverables d on d.id = f.deliverable_id
  where f.packet_id = p.id and not d.optional`;

const COLUMNS = `
  a.id as "assignmentId", a.title, c.slug as "courseSlug", c.title as "courseTitle", c.emblem, c.zone,
  c.usual_wait_seconds as "usualWait", a.points::float8 as points, a.weight::float8 as weight,
  a.expected_minutes as "expectedMinutes", ${ms('a.opens_at')} as opens, ${ms(`(${EFFECTIVE_DUE})`)} as due,
  ${ms(`(${EFFECTIVE_CLOSES})`)} as closes, a.late_policy as late, p.round_no as round,
  p.late_seconds as "lateSeconds", ${UNREAD} as unread,
  coalesce(p.ran_out_at is not null, false) as "ranOut", u.position as "unitPlace", a.position as place,
  case when p.pieces > 0 then (${ASKED}) else 0 end as asked, case when p.pieces > 0 then (${FILLED}) else 0 end as filled,
  ${PROJECTION_COLUMNS}`;

const DESK = `select ${COLUMNS} ${OWN_ASSIGNMENTS}`;

// Of a group that is longer than what is shown, first what the student could miss most: what was taken back or ran out,
// then what is nearest to now; of what waits, what waits longest; of what came back or closed, the latest.
const DESK_ROWS = `
  select * from (
    select k.*, count(*) over (partition by "group")::int as total,
      row_number() over (partition by "group" order by
        case when "group" = 'needs-you' then not ("ranOut" or coalesce(phase = 'taken-back', false)) end,
        case when "group" = 'needs-you' then abs(coalesce(due, closes) - extract(epoch from $2::timestamptz) * 1000) end,
        case when "group" = 'with-teacher' then since end,
        case when "group" in ('came-back', 'closed') then -coalesce(since, due, 0) end,
        case when "group" = 'no-date' then "unitPlace" end, case when "group" = 'no-date' then place end,
        due, "assignmentId") as rank
    from (
      select ${COLUMNS}, ${deskGroupSql('$2::timestamptz')} as "group"
      ${OWN_ASSIGNMENTS} and (not ${RESTED} or ${UNREAD}) and ($3::text is null or c.slug = $3)
    ) k
  ) ranked where rank <= $4`;

/** Lines of one course share its facts, and lines under one late policy share that. */
function toLines(rows: DeskRow[], now: Moment): DeskLine[] {
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

function toLine(row: DeskRow, course: DeskCourse, late: LatePolicy, now: Moment): DeskLine {
  const { assignmentId, title, opens, due, closes, since, round, lateSeconds, points, weight, given, kept } = row;
  const { expectedMinutes, asked, filled, unread, ranOut, unitPlace, place } = row;
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
    unread,
    ranOut,
    outline: unitPlace === null ? null : [unitPlace, place],
    given,
    kept,
    ...holdingOf(row, { due, closes, late }, now)
  };
}
