import { z } from 'zod';
import type { Criterion } from '$core/assignments/rubric';
import { activeSeal, holding, roundsLeft, type Custody, type Holding, type Seal } from '$core/packets/custody';
import type { ClassLine, SetAssignment, WaitingRound } from '$core/marking/views';
import type { MarkView, RoundView } from '$core/packets/views';
import { fold } from '$core/packets/fold';
import { may, type Actor } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { ASSIGNMENT_COLUMNS, AssignmentFacts, termsOf } from '../packets/facts';
import { clock } from '../clock';
import { ms, select } from '../db/connection';
import { NotHere } from '../outcome';
import { joinPacketOf, PARTY_NAME } from '../parties/party';
import { holdingOf, PROJECTION_COLUMNS, ProjectionRow } from '../lines/projection';
import { readHistory } from '../packets/read-packet';
import { readRubric } from './rubric';

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

/** A packet as its teacher marks it. */
export interface MarkingView {
  packetId: string;
  student: string;
  facts: AssignmentFacts;
  holding: Holding;
  /** Effective moments, with this student's extensions. */
  due: Moment | null;
  closes: Moment | null;
  roundsLeft: number | null;
  standing: number | null;
  /** Nobody of the course's teachers has looked into the standing round. */
  unopened: boolean;
  rounds: RoundView[];
  marks: MarkView[];
  draft: { points: number | null; remark: string } | null;
  /** The student asks for the standing round. */
  handBack: Custody['handBack'];
  /** The next round, sealed and still arriving. */
  seal: Seal | null;
  criteria: Criterion[];
  /** The levels noted for the standing or settled round. */
  levels: string[];
  deliverables: Array<{ id: string; title: string }>;
  now: Moment;
}

/** A packet with its rounds, as the teacher may see it: nothing that was not submitted. */
export async function readForMarking(person: Actor, packetId: string): Promise<MarkingView> {
  const [row] = await select(PacketRow, PACKET, [packetId, person.id]);
  if (!row || !may(person, 'mark-round', { courseRole: row.role })) throw new NotHere('This packet');
  const { student, role: _role, ...facts } = row;
  const now = clock.now();
  const [{ log, rounds, marks }, drafts, rubric, deliverables] = await Promise.all([
    readHistory(packetId),
    select(DraftRow, DRAFT, [packetId]),
    readRubric(facts.assignmentId, packetId),
    select(PlaceRow, 'select id, title from deliverables where assignment_id = $1 order by position', [
      facts.assignmentId
    ])
  ]);
  const custody = fold(termsOf(facts), log);
  const draft = drafts.find((d) => d.round === custody.standing) ?? null;
  return {
    packetId,
    student,
    facts,
    holding: holding(custody, now),
    due: custody.terms.due,
    closes: custody.terms.closes,
    roundsLeft: roundsLeft(custody),
    standing: custody.standing,
    unopened: custody.rounds.some(({ no, opened }) => no === custody.standing && !opened),
    rounds,
    marks,
    draft,
    handBack: custody.handBack,
    seal: activeSeal(custody, now),
    ...rubric,
    deliverables,
    now
  };
}

/** Where everyone in the course stands on an assignment. One query. The caller has asked the policy. */
export async function readClass(facts: AssignmentFacts): Promise<{ lines: ClassLine[]; now: Moment }> {
  const now = clock.now();
  const rows = await select(ClassRow, CLASS, [facts.assignmentId, facts.courseId]);
  return { now, lines: rows.map((row) => classLine(row, facts, now)) };
}

function classLine(row: z.infer<typeof ClassRow>, facts: AssignmentFacts, now: Moment): ClassLine {
  const { studentId, student, packetId, rounds, since, given, kept, dueExtended, closesExtended } = row;
  const due = dueExtended ? row.due : facts.due;
  const closes = closesExtended ? row.closes : facts.closes;
  const extended = (dueExtended ?? false) || (closesExtended ?? false);
  // Whether a draft has begun is the student's own business, unless the assignment lets the teacher follow it.
  const known = facts.followsDrafts ? row : { ...row, pieces: 0 };
  const { sealUntil, ranOut, claim, askedBack } = row;
  const line = { studentId, student, packetId, rounds, due, extended, since, given, kept };
  return { ...line, sealUntil, ranOut, claim, askedBack, ...holdingOf(known, { due, closes, late: facts.late }, now) };
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
    where q.assignment_id = a.id and q.standing_round is not null and not q.excused and not q.in_person
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
    select count(*) filter (where p.standing_round is not null and not p.excused and not p.in_person)::int as "withTeacher",
      count(*) filter (where p.phase = 'settled' or p.excused or p.in_person)::int as settled
    from packets p where p.assignment_id = a.id) t
  where e.person_id = $1 and e.role = 'teacher' and e.left_at is null
  order by a.due_at desc nulls last, a.id limit $2`;

const PacketRow = AssignmentFacts.extend({ student: z.string(), role: z.enum(['student', 'teacher']).nullable() });
const PACKET = `
  select ${ASSIGNMENT_COLUMNS}, ${PARTY_NAME} as student, e.role
  from packets p join assignments a on a.id = p.assignment_id join courses c on c.id = a.course_id
  left join enrolments e on e.course_id = a.course_id and e.person_id = $2 and e.left_at is null
  where p.id = $1`;

const DraftRow = z.object({ round: z.number(), points: z.number().nullable(), remark: z.string() });
const DRAFT = `select round_no as round, points::float8 as points, remark from marks
  where packet_id = $1 and returned_at is null and round_no is not null`;
const PlaceRow = z.object({ id: z.string(), title: z.string() });

const ClassRow = ProjectionRow.extend({
  studentId: z.string(),
  student: z.string(),
  packetId: z.string().nullable(),
  dueExtended: z.boolean().nullable(),
  due: z.number().nullable(),
  closesExtended: z.boolean().nullable(),
  closes: z.number().nullable(),
  rounds: z.number(),
  ranOut: z.boolean(),
  claim: z.string().nullable(),
  askedBack: z.boolean()
});

const CLASS = `
  select s.id as "studentId", s.name as student, p.id as "packetId", ${PROJECTION_COLUMNS},
    p.due_extended as "dueExtended", ${ms('p.due_at')} as due,
    p.closes_extended as "closesExtended", ${ms('p.closes_at')} as closes,
    (select count(*)::int from rounds r where r.packet_id = p.id) as rounds,
    coalesce(p.ran_out_at is not null, false) as "ranOut", coalesce(p.asked_back_at is not null, false) as "askedBack",
    case when p.claimed_at is not null then (select e2.data->>'note' from custody_events e2
      where e2.packet_id = p.id and e2.type = 'in-person-claimed' order by e2.seq desc limit 1) end as claim
  from enrolments e
  join people s on s.id = e.person_id
  ${joinPacketOf('s.id', '$1')}
  where e.course_id = $2 and e.role = 'student' and e.left_at is null
  order by s.sort_name, s.id`;
