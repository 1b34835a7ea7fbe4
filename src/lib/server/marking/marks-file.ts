import { randomUUID } from 'node:crypto';
import { stringify } from 'csv-stringify/sync';
import { z } from 'zod';
import { countedPoints } from '$core/grades/points';
import { MARK_COLUMNS, planMarks, type Markable, type MarksPlan, type PlannedMark } from '$core/marking/marks-file';
import { may, type Actor } from '$core/people/policy';
import { audit } from '../db/audit';
import { inTransaction, select, type Tx } from '../db/connection';
import { NotHere } from '../outcome';
import { codeOf, isNameless } from '../parties/party';
import { readMarksTable } from './marks-table';
import { keepMark } from './return-round';

/** The marks of an assignment as CSV (RFC 4180): what was kept for later, else what was returned. @throws NotHere */
export async function marksFile(person: Actor, assignmentId: string): Promise<{ title: string; text: string }> {
  const { title, rows } = await readMarks(person, assignmentId);
  const lines = rows.map(({ account, student, round, points, kept, remark, state }) => [
    ...[account, student, round, points, remark],
    points === null ? null : countedPoints(points, kept ?? 1),
    state
  ]);
  const header = [...MARK_COLUMNS, 'counted', 'state'];
  return { title, text: stringify([header, ...lines], { escape_formulas: true }) };
}

/** What taking a file of marks in would keep. Nothing is changed. @throws NotHere; RefusedMidway where the text is no table */
export async function planMarksFile(person: Actor, assignmentId: string, text: string): Promise<MarksPlan> {
  const { rows, most } = await readMarks(person, assignmentId);
  return planMarks(await readMarksTable(text), rows.map(markable), most);
}

/**
 * Keeps the marks of a file for later: all of them, or none where a single row does not fit by now. The students see nothing of it.
 *
 * @returns the plan, with what was kept, or with why nothing was
 */
export async function takeMarksFile(
  person: Actor,
  assignmentId: string,
  text: string
): Promise<MarksPlan & { kept: boolean }> {
  const plan = await planMarksFile(person, assignmentId, text);
  if (plan.problems.length > 0 || plan.marks.length === 0) return { ...plan, kept: false };
  try {
    await inTransaction(async (tx) => {
      await keepPlanned(person, plan.marks, tx);
      await audit(person.id, 'take-marks-in', assignmentId, { marks: plan.marks.length }, tx);
    });
    return { ...plan, kept: true };
  } catch (error) {
    if (!(error instanceof Meanwhile)) throw error;
    return { ...plan, kept: false, problems: [{ line: 0, words: error.message }] };
  }
}

/** Keeps planned marks for later, within a transaction. @throws Meanwhile where one does not fit any more: then none is kept */
export async function keepPlanned(person: Actor, planned: readonly PlannedMark[], tx: Tx): Promise<void> {
  // In one order, as every lock on several packets is taken.
  const marks = [...planned].sort((a, b) => (a.packetId < b.packetId ? -1 : 1));
  for (const { packetId, round, points, remark, student } of marks) {
    const done = await keepMark(person, { packetId, round, points, remark, key: randomUUID() }, tx);
    if (!done.ok)
      throw new Meanwhile(`${student} has changed what you have meanwhile. Nothing was kept: look at the file again.`);
  }
}

/** What a file said of a round is not so any more. Its message is for whoever brought the file. */
export class Meanwhile extends Error {}

/** Whom a file of marks may name on an assignment, and the points that it gives. @throws NotHere for whoever does not mark it */
export async function readMarkable(
  person: Actor,
  assignmentId: string
): Promise<{ known: Markable[]; most: number | null }> {
  const { rows, most } = await readMarks(person, assignmentId);
  return { known: rows.map(markable), most };
}

const markable = ({ account, student, packetId, standing }: z.infer<typeof Row>): Markable => ({
  ...{ account, student, packetId },
  round: standing
});

async function readMarks(person: Actor, assignmentId: string) {
  const [head] = await select(Head, HEAD, [assignmentId, person.id]);
  if (!head || !may(person, 'mark-round', { courseRole: head.role })) throw new NotHere('This assignment');
  return { ...head, rows: await select(Row, ROWS, [assignmentId]) };
}

const Head = z.object({
  title: z.string(),
  most: z.number().nullable(),
  role: z.enum(['student', 'teacher']).nullable()
});
const HEAD = `
  select a.title, case when a.settles = 'result' then a.points::float8 end as most, e.role
  from assignments a left join enrolments e on e.course_id = a.course_id and e.person_id = $2 and e.left_at is null
  where a.id = $1`;
const Row = z.object({
  account: z.string(),
  student: z.string(),
  packetId: z.string().nullable(),
  standing: z.number().nullable(),
  round: z.number().nullable(),
  points: z.number().nullable(),
  kept: z.number().nullable(),
  remark: z.string().nullable(),
  state: z.string()
});
const ROWS = `
  select case when ${isNameless()} then coalesce(${codeOf()}, '-') else s.handle end as account,
    case when ${isNameless()} then '' else s.name end as student, p.id as "packetId",
    case when not p.excused and not p.in_person then p.standing_round end as standing,
    coalesce(p.standing_round, m.round_no) as round, m.points::float8 as points, m.kept::float8 as kept, m.remark,
    case when p.excused then 'excused' when p.in_person then 'in person' when m.returned_at is not null then 'returned'
      when m.id is not null then 'kept for later' when p.standing_round is not null then 'with you' else '' end as state
  from assignments a
  join enrolments e on e.course_id = a.course_id and e.role = 'student' and e.left_at is null
  join people s on s.id = e.person_id
  left join packets_of_people w on w.assignment_id = a.id and w.person_id = s.id
  left join packets p on p.id = w.packet_id
  left join lateral (select * from marks m where m.packet_id = p.id
    order by m.returned_at desc nulls first, m.changed_at desc limit 1) m on true
  where a.id = $1 order by case when a.nameless then md5(s.id::text) else s.sort_name end, s.id`;
