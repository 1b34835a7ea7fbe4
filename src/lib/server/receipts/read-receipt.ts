import { z } from 'zod';
import { Receipt } from '$core/receipts/receipt';
import { may, type Actor } from '$core/people/policy';
import { select } from '../db/connection';
import { NotHere } from '../outcome';

/**
 * A receipt with its signature, for the student whose round it is and for the course's teachers.
 *
 * @throws NotHere when there is none of this number for this person
 */
export async function readReceipt(
  person: Actor,
  number: string
): Promise<{ receipt: Receipt; jws: string; assignmentId: string }> {
  const [row] = await select(Row, RECEIPT, [number, person.id]);
  const relation = row && { courseRole: row.courseRole, ownsPacket: row.ownsPacket };
  if (!row || !relation || !may(person, 'read-round', relation)) throw new NotHere('This receipt');
  return { receipt: row.receipt, jws: row.jws, assignmentId: row.assignmentId };
}

const Row = z.object({
  receipt: Receipt,
  jws: z.string(),
  assignmentId: z.string(),
  courseRole: z.enum(['student', 'teacher']).nullable(),
  ownsPacket: z.boolean()
});
const RECEIPT = `
  select r.document as receipt, r.jws, a.id as "assignmentId", e.role as "courseRole",
    exists (select 1 from party_members m where m.party_id = p.party_id and m.person_id = $2) as "ownsPacket"
  from receipts r join packets p on p.id = r.packet_id join assignments a on a.id = p.assignment_id
  left join enrolments e on e.course_id = a.course_id and e.person_id = $2 and e.left_at is null
  where r.number = $1`;
