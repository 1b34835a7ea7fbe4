import { z } from 'zod';
import type { Actor } from '$core/people/policy';
import { select } from '../db/connection';
import { post } from '../threads/say';
import { forEach, type Several } from './class-actions';
import { returnRound } from './return-round';

/**
 * Returns, as settled, what was kept for later of several students. Each is a return of its own: where one cannot be, the others are.
 * Students of whom nothing was kept are named as such.
 */
export async function returnKept(
  person: Actor,
  { studentIds, assignmentId, key }: { assignmentId: string; studentIds: string[]; key: string }
): Promise<Several> {
  const kept = await select(Kept, KEPT, [assignmentId, studentIds]);
  return forEach(studentIds, async (studentId) => {
    const mark = kept.find((one) => one.studentId === studentId);
    if (!mark) return { ok: false, why: 'nothing-kept' };
    const { studentId: _, otherwise, ...judgement } = mark;
    const given = { ...judgement, otherwise: otherwise ?? undefined, key: `${key} ${mark.packetId}`.slice(0, 60) };
    return returnRound(person, { ...given, outcome: 'settled' });
  });
}

/** Says the same to several students, to each aside: none of them learns of the others. */
export function sayToEach(
  person: Actor,
  { studentIds, assignmentId, body }: { assignmentId: string; studentIds: string[]; body: string }
): Promise<Several> {
  return forEach(studentIds, (studentId) => post(person, { to: 'aside', assignmentId, studentId, body }));
}

const Kept = z.object({
  studentId: z.string(),
  packetId: z.string(),
  round: z.number(),
  points: z.number().nullable(),
  remark: z.string(),
  waived: z.string().nullable(),
  otherwise: z.string().nullable()
});
const KEPT = `
  select w.person_id as "studentId", m.packet_id as "packetId", m.round_no as round, m.points::float8 as points, m.remark, m.waived,
    m.otherwise
  from packets_of_people w join marks m on m.packet_id = w.packet_id and m.returned_at is null and m.round_no is not null
  where w.assignment_id = $1 and w.person_id = any($2::uuid[])`;
