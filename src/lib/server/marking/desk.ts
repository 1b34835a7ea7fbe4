import { z } from 'zod';
import type { SetAssignment, TakenBack, WaitingHeap, WaitingRound } from '$core/marking/views';
import type { Actor } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { clock } from '../clock';
import { ms, select } from '../db/connection';
import { RESTED, withTeacher } from '../lines/projection';
import { MINE, withMine } from './mine';
import { MARKED_NAME } from '../parties/party';

export const MARKING_PAGE = 50;
/** How many assignments the marking desk lists below what waits. */
const SET_SHOWN = 40;
export interface MarkingPlace {
  since: Moment;
  packetId: string;
}

/**
 * What is with this teacher, the longest wait first, a page at a time by keyset. One query.
 *
 * @param of one assignment alone; null for all of them
 */
export async function readMarkingDesk(
  person: Actor,
  after: MarkingPlace | null = null,
  of: string | null = null
): Promise<{ rounds: WaitingRound[]; next: MarkingPlace | null; now: Moment }> {
  const rows = await select(WaitingRow, WAITING, [
    person.id,
    after ? new Date(after.since) : null,
    after?.packetId ?? null,
    MARKING_PAGE + 1,
    of
  ]);
  const rounds = rows.slice(0, MARKING_PAGE);
  const last = rounds.at(-1);
  const next = rows.length > MARKING_PAGE && last ? { since: last.since, packetId: last.packetId } : null;
  return { rounds, next, now: clock.now() };
}

/** The assignments of which something waits with this teacher, with how much, the longest wait first. One query. */
export function readHeaps(person: Actor): Promise<WaitingHeap[]> {
  return select(HeapRow, HEAPS, [person.id]);
}

/** The assignments that this teacher has set, the latest due first, with how the class stands. One query. */
export function readSetAssignments(person: Actor): Promise<SetAssignment[]> {
  return select(SetRow, SET, [person.id, SET_SHOWN]);
}

/** What students took back from this teacher and have not submitted again, the latest first. One query. */
export async function readTakenBack(person: Actor): Promise<TakenBack[]> {
  return select(TakenBackRow, TAKEN_BACK, [person.id, TAKEN_SHOWN]);
}

/** How much of what was taken back the marking desk lists. */
const TAKEN_SHOWN = 20;
const TakenBackRow = z.object({
  packetId: z.string(),
  student: z.string(),
  title: z.string(),
  since: z.number(),
  due: z.number().nullable(),
  returns: z.boolean()
});
const TAKEN_BACK = `
  ${MINE}
  select p.id as "packetId", ${MARKED_NAME} as student, a.title, ${ms('p.since_at')} as since,
    ${ms('case when p.due_extended then p.due_at else o.due_at end')} as due, p.comes_back is not null as returns
  from mine a join assignments o on o.id = a.id join packets p on p.assignment_id = a.id and p.phase = 'taken-back'
  where a.office is null and not p.excused and not p.in_person order by p.since_at desc, p.id limit $2`;

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
  begun: z.boolean(),
  revising: z.boolean(),
  stage: z.string().nullable(),
  reminded: z.boolean()
});

const WAITING = `
  ${MINE}
  select p.id as "packetId", ${MARKED_NAME} as student, a.id as "assignmentId", a.title, a.course as "courseTitle",
    a.emblem, r.no as round, ${ms('p.since_at')} as since, r.late_seconds as "lateSeconds",
    r.opened_at is not null as opened, p.asked_back_at is not null as "askedBack", p.phase = 'revising' as revising,
    p.stage_place ->> 'title' as stage,
    exists (select 1 from wait_reminders w where w.packet_id = p.id and w.round_no = r.no and w.answered_at is null) as reminded,
    exists (select 1 from marks d where d.packet_id = p.id and d.round_no = r.no and d.returned_at is null) as begun
  from mine a
  cross join lateral (
    select q.* from packets q
    where q.assignment_id = a.id and ${withTeacher('q')} and ${withMine('q')}
      and ($2::timestamptz is null or (q.since_at, q.id) > ($2::timestamptz, $3::uuid))
    order by q.since_at, q.id limit $4) p
  join rounds r on r.packet_id = p.id and r.no = p.standing_round
  where $5::uuid is null or a.id = $5::uuid
  order by p.since_at, p.id limit $4`;

const HeapRow = z.object({ assignmentId: z.string(), title: z.string(), courseTitle: z.string(), waiting: z.number() });
const HEAPS = `
  ${MINE}
  select a.id as "assignmentId", a.title, a.course as "courseTitle", count(*)::int as waiting
  from mine a join packets p on p.assignment_id = a.id and ${withTeacher('p')} and ${withMine('p')}
  group by a.id, a.title, a.course order by min(p.since_at), a.id`;

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
