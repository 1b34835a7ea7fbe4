import { z } from 'zod';
import type { SetAssignment, WaitingRound } from '$core/marking/views';
import type { Actor } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { clock } from '../clock';
import { ms, select } from '../db/connection';
import { RESTED, withTeacher } from '../lines/projection';
import { PARTY_NAME } from '../parties/party';

export const MARKING_PAGE = 50;
/** How many assignments the marking desk lists below what waits. */
const SET_SHOWN = 40;
export interface MarkingPlace {
  since: Moment;
  packetId: string;
}

/** What is with this teacher, the longest wait first, a page at a time by keyset. One query. */
export async function readMarkingDesk(
  person: Actor,
  after: MarkingPlace | null = null
): Promise<{ rounds: WaitingRound[]; next: MarkingPlace | null; now: Moment }> {
  const rows = await select(WaitingRow, WAITING, [
    person.id,
    after ? new Date(after.since) : null,
    after?.packetId ?? null,
    MARKING_PAGE + 1
  ]);
  const rounds = rows.slice(0, MARKING_PAGE);
  const last = rounds.at(-1);
  const next = rows.length > MARKING_PAGE && last ? { since: last.since, packetId: last.packetId } : null;
  return { rounds, next, now: clock.now() };
}

/** The round that has waited longest with this teacher, apart from one; null where nothing waits. */
export async function nextWaiting(person: Actor, besides: string): Promise<string | null> {
  const { rounds } = await readMarkingDesk(person);
  return rounds.find((round) => round.packetId !== besides)?.packetId ?? null;
}

/** The assignments that this teacher has set, the latest due first, with how the class stands. One query. */
export function readSetAssignments(person: Actor): Promise<SetAssignment[]> {
  return select(SetRow, SET, [person.id, SET_SHOWN]);
}

const WaitingRow = z.object({
  packetId: z.string(),
  student: z.string(),
  assignmentId: z.string(),
  title: z.string(),
  courseTitle: z.string(),
  emblem: z.string(),
  round: z.number(),
  since: z.number(),
  lateSeconds: z.number(),
  opened: z.boolean(),
  askedBack: z.boolean(),
  begun: z.boolean()
});

// What the teacher teaches comes first, whatever else the school holds: a plan that began at all that waits anywhere would
// cost what the school is large.
const WAITING = `
  with mine as materialized (
    select a.id, a.title, c.title as course, c.emblem
    from enrolments e join assignments a on a.course_id = e.course_id join courses c on c.id = a.course_id
    where e.person_id = $1 and e.role = 'teacher' and e.left_at is null
  )
  select p.id as "packetId", ${PARTY_NAME} as student, a.id as "assignmentId", a.title, a.course as "courseTitle",
    a.emblem, r.no as round, ${ms('p.since_at')} as since, r.late_seconds as "lateSeconds",
    r.opened_at is not null as opened, p.asked_back_at is not null as "askedBack",
    exists (select 1 from marks d where d.packet_id = p.id and d.round_no = r.no and d.returned_at is null) as begun
  from mine a
  cross join lateral (
    select q.* from packets q
    where q.assignment_id = a.id and ${withTeacher('q')}
      and ($2::timestamptz is null or (q.since_at, q.id) > ($2::timestamptz, $3::uuid))
    order by q.since_at, q.id limit $4) p
  join rounds r on r.packet_id = p.id and r.no = p.standing_round
  order by p.since_at, p.id limit $4`;

const SetRow = z.object({
  assignmentId: z.string(),
  title: z.string(),
  courseTitle: z.string(),
  emblem: z.string(),
  due: z.number().nullable(),
  students: z.number(),
  withTeacher: z.number(),
  settled: z.number()
});

const SET = `
  select a.id as "assignmentId", a.title, c.title as "courseTitle", c.emblem, ${ms('a.due_at')} as due,
    (select count(*)::int from enrolments s where s.course_id = c.id and s.role = 'student' and s.left_at is null) as students,
    t."withTeacher", t.settled
  from enrolments e
  join courses c on c.id = e.course_id
  join assignments a on a.course_id = c.id
  cross join lateral (
    select count(*) filter (where ${withTeacher('p')})::int as "withTeacher",
      count(*) filter (where ${RESTED})::int as settled
    from packets p where p.assignment_id = a.id) t
  where e.person_id = $1 and e.role = 'teacher' and e.left_at is null
  order by a.due_at desc nulls last, a.id limit $2`;
