import { z } from 'zod';
import { LatePolicy } from '$core/assignments/late-policy';
import type { DeskLine } from '$core/packets/desk';
import type { Actor } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { clock } from '../clock';
import { ms, select } from '../db/connection';
import { holdingOf, PROJECTION_COLUMNS, ProjectionRow } from './projection';

/** How many settled assignments the Desk shows; the rest are one click away. */
export const SETTLED_ON_DESK = 8;
/** How many lines a page of settled work has. */
export const SETTLED_PAGE = 50;

/**
 * What a student has to do and waits for: all that is not settled, and the last few that are. One query.
 */
export async function readDesk(person: Actor): Promise<{ lines: DeskLine[]; moreSettled: boolean; now: Moment }> {
  const now = clock.now();
  const rows = await select(DeskRow, OPEN_AND_LATELY_SETTLED, [person.id, SETTLED_ON_DESK + 1]);
  const lines = toLines(rows, now);
  const settled = lines.filter((line) => line.standing === 'settled');
  const beyond = settled.slice(SETTLED_ON_DESK);
  return { lines: lines.filter((line) => !beyond.includes(line)), moreSettled: beyond.length > 0, now };
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
       and ($2::timestamptz is null or (coalesce(p.since_at, 'epoch'), a.id) < ($2::timestamptz, $3::uuid))
     order by coalesce(p.since_at, 'epoch') desc, a.id desc limit $4`,
    [person.id, after ? new Date(after.since) : null, after?.assignmentId ?? null, SETTLED_PAGE + 1]
  );
  const lines = toLines(rows.slice(0, SETTLED_PAGE), now);
  const last = lines.at(-1);
  const next = rows.length > SETTLED_PAGE && last ? { since: last.since ?? 0, assignmentId: last.assignmentId } : null;
  return { lines, next, now };
}

const DeskRow = ProjectionRow.extend({
  assignmentId: z.string(),
  title: z.string(),
  courseId: z.string(),
  courseTitle: z.string(),
  emblem: z.string(),
  zone: z.string(),
  points: z.number().nullable(),
  opens: z.number().nullable(),
  due: z.number().nullable(),
  closes: z.number().nullable(),
  late: LatePolicy,
  round: z.number().nullable(),
  lateSeconds: z.number().nullable()
});

const EFFECTIVE_DUE = 'case when p.due_extended then p.due_at else a.due_at end';
const EFFECTIVE_CLOSES = 'case when p.closes_extended then p.closes_at else a.closes_at end';
const RESTED = "coalesce(p.phase = 'settled' or p.excused or p.in_person, false)";

const DESK = `
  select a.id as "assignmentId", a.title, c.id as "courseId", c.title as "courseTitle", c.emblem, c.zone, a.points::float8 as points,
    ${ms('a.opens_at')} as opens, ${ms(`(${EFFECTIVE_DUE})`)} as due, ${ms(`(${EFFECTIVE_CLOSES})`)} as closes,
    a.late_policy as late, p.round_no as round, p.late_seconds as "lateSeconds", ${PROJECTION_COLUMNS}
  from enrolments e
  join assignments a on a.course_id = e.course_id and a.published
  join courses c on c.id = a.course_id
  left join packets p on p.assignment_id = a.id and p.party_id = e.person_id
  where e.person_id = $1 and e.role = 'student' and e.left_at is null`;

// The settled ones come latest first, so that whatever is beyond the limit is at their end.
const OPEN_AND_LATELY_SETTLED = `
  (${DESK} and not ${RESTED})
  union all
  (${DESK} and ${RESTED} order by p.since_at desc nulls last, a.id limit $2)`;

/** Lines of one course share its facts, and lines under one late policy share that. */
function toLines(rows: Array<z.infer<typeof DeskRow>>, now: Moment): DeskLine[] {
  const courses = new Map<string, DeskLine['course']>();
  const policies = new Map<string, LatePolicy>();
  return rows.map((row) => {
    const course = shared(courses, row.courseId, { title: row.courseTitle, emblem: row.emblem, zone: row.zone });
    return toLine(row, course, shared(policies, JSON.stringify(row.late), row.late), now);
  });
}

function shared<T>(known: Map<string, T>, key: string, fresh: T): T {
  const found = known.get(key);
  if (found !== undefined) return found;
  known.set(key, fresh);
  return fresh;
}

function toLine(row: z.infer<typeof DeskRow>, course: DeskLine['course'], late: LatePolicy, now: Moment): DeskLine {
  const { assignmentId, title, opens, due, closes, since, round, lateSeconds, points, given, kept } = row;
  const line = {
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
    given,
    kept
  };
  return { ...line, ...holdingOf(row, { due, closes, late }, now) };
}
