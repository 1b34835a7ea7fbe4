import { z } from 'zod';
import { LatePolicy } from '$core/assignments/late-policy';
import type { DeskCourse, DeskLine } from '$core/packets/desk';
import type { Actor } from '$core/people/policy';
import { DAY, type Moment } from '$core/time/moment';
import { clock } from '../clock';
import { shownToStudents } from '../courses/shown';
import { ms, select } from '../db/connection';
import { EFFECTIVE_CLOSES, EFFECTIVE_DUE } from './effective';
import { holdingOf, PROJECTION_COLUMNS, ProjectionRow, UNREAD } from './projection';

/** How many lines of one kind the Desk shows; what is beyond is one click away. */
export const DESK_PAGE = 60;
/** How many lines a page of settled or later work has. */
export const LONG_PAGE = 50;

/** Coming work that is beyond the Desk: how much, and where its page begins. */
export interface Beyond {
  coming: number;
  undated: number;
  waiting: number;
}

/**
 * What a student has to do, what is coming, what they wait for and what came back unread. One query, of a size that
 * years of work do not change: of each kind the first so many, and how many there are.
 */
export async function readDesk(
  person: Actor,
  course: string | null = null
): Promise<{ lines: DeskLine[]; beyond: Beyond; now: Moment }> {
  const now = clock.now();
  const rows = await select(CountedRow, DESK_ROWS, [person.id, new Date(now), new Date(now + DAY), course, DESK_PAGE]);
  const count = (kind: Kind) => rows.find((row) => row.kind === kind)?.total ?? 0;
  const more = (kind: Kind) => Math.max(0, count(kind) - DESK_PAGE);
  return {
    lines: toLines(rows, now),
    beyond: { coming: more('coming'), undated: more('undated'), waiting: more('waiting') },
    now
  };
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

type Kind = 'now' | 'coming' | 'undated' | 'waiting';
const CountedRow = DeskRow.extend({ kind: z.custom<Kind>(), total: z.number() });

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

const KIND = `case
    when p.phase in ('taken-back', 'another-round') or p.ran_out_at is not null or ${UNREAD} then 'now'
    when p.standing_round is not null then 'waiting'
    when (${EFFECTIVE_DUE}) is null then 'undated'
    when (${EFFECTIVE_DUE}) <= $3 then 'now'
    else 'coming'
  end`;

// What needs the student now is never cut off: of that kind there are few, and it is what they come for.
const DESK_ROWS = `
  select * from (
    select k.*, count(*) over (partition by kind)::int as total,
      row_number() over (partition by kind order by
        case when kind = 'waiting' then since end, case when kind = 'undated' then "unitPlace" end,
        case when kind = 'undated' then place end, due, "assignmentId") as rank
    from (
      select ${COLUMNS}, ${KIND} as kind
      ${OWN_ASSIGNMENTS} and (not ${RESTED} or ${UNREAD}) and ($4::text is null or c.slug = $4)
    ) k
  ) ranked where rank <= $5 or kind = 'now'`;

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
