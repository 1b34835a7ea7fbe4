import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import type { GradeCellSaid } from '$core/grades/book';
import type { MarkRefusal } from '$core/marking/words';
import type { Refusal } from '$core/packets/refusals';
import { may, type Actor } from '$core/people/policy';
import { jsonRows, ms, select } from '../db/connection';
import { keepMark, returnRound } from '../marking/return-round';
import { NotHere, type Outcome } from '../outcome';
import { isNameless } from '../parties/party';

/**
 * A cell with its history, the newest first. One query.
 *
 * @throws NotHere for whoever does not mark it, and where it is marked without names and has not settled
 */
export async function readGradeCell(person: Actor, assignmentId: string, studentId: string): Promise<GradeCellSaid> {
  const [row] = await select(Row, CELL, [assignmentId, studentId, person.id]);
  if (!row || !may(person, 'mark-round', { courseRole: row.role })) throw new NotHere('This cell');
  const { packetId, standing, settledRound, most, history } = row;
  return {
    packetId,
    round: standing ?? settledRound,
    corrects: standing === null && settledRound !== null,
    most,
    history
  };
}

export const CellPoints = z.object({
  assignmentId: z.uuid(),
  studentId: z.uuid(),
  /** The round that the teacher has before them. */
  round: z.number().int().positive(),
  points: z.number().min(0).max(1_000_000),
  /** How often it had been given back when the cell was opened. */
  known: z.number().int().min(0)
});

/**
 * Writes points into a cell: of a round that is with the teacher they are kept for later, and the student sees nothing of them until it
 * is given back; of a result that was given back they correct it, with the remark that it had.
 */
export async function writeGradeCell(
  person: Actor,
  { assignmentId, studentId, round, points, known }: z.infer<typeof CellPoints>
): Promise<Outcome<object, Refusal | MarkRefusal>> {
  const cell = await readGradeCell(person, assignmentId, studentId);
  if (cell.packetId === null || cell.round === null) return { ok: false, why: 'nothing-stands' };
  const remark = await readRemark(cell.packetId, round);
  const judgement = { packetId: cell.packetId, round, points, remark, key: randomUUID(), known };
  return cell.corrects ? returnRound(person, { ...judgement, outcome: 'settled' }) : keepMark(person, judgement);
}

async function readRemark(packetId: string, round: number): Promise<string> {
  const [row] = await select(
    z.object({ remark: z.string() }),
    `select remark from marks where packet_id = $1 and round_no = $2
     order by returned_at desc nulls first, changed_at desc limit 1`,
    [packetId, round]
  );
  return row?.remark ?? '';
}

const Marked = z.object({
  round: z.number().nullable(),
  points: z.number().nullable(),
  kept: z.number(),
  by: z.string(),
  returnedAt: z.number().nullable(),
  changedAt: z.number(),
  otherwise: z.string().nullable()
});
const Row = z.object({
  role: z.enum(['student', 'teacher']).nullable(),
  packetId: z.string().nullable(),
  standing: z.number().nullable(),
  settledRound: z.number().nullable(),
  most: z.number().nullable(),
  history: z.array(Marked)
});
const MARKS = `
  select m.round_no as round, m.points::float8 as points, m.kept::float8 as kept, t.name as by,
    ${ms('m.returned_at')} as "returnedAt", ${ms('m.changed_at')} as "changedAt", m.otherwise
  from marks m join people t on t.id = m.by_person where m.packet_id = p.id order by m.returned_at desc nulls first, m.changed_at desc`;
const CELL = `
  select e.role, p.id as "packetId",
    case when not p.excused and not p.in_person then p.standing_round end as standing,
    case when p.phase = 'settled' and p.settled_by = 'result' and not p.excused and not p.in_person then p.round_no end as "settledRound",
    a.points::float8 as most, ${jsonRows(MARKS)} as history
  from assignments a join enrolments s on s.course_id = a.course_id and s.person_id = $2 and s.role = 'student' and s.left_at is null
  left join enrolments e on e.course_id = a.course_id and e.person_id = $3 and e.left_at is null
  left join packets_of_people w on w.assignment_id = a.id and w.person_id = $2 left join packets p on p.id = w.packet_id
  where a.id = $1 and not ${isNameless()}`;
