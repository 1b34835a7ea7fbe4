import { z } from 'zod';
import type { PartyRefusal } from '$core/parties/refusals';
import type { Actor } from '$core/people/policy';
import { audit } from '../db/audit';
import { inTransaction, select, type Tx } from '../db/connection';
import { courseFor } from '../courses/course-head';
import { publish } from '../live/publish';
import { NotHere } from '../outcome';

/** Shapes the parties of an assignment: one at a time, by whoever teaches it, all of it or nothing. */
export async function shaping<T extends { ok: boolean }>(
  person: Actor,
  assignmentId: string,
  shape: (tx: Tx) => Promise<T>
): Promise<T | { ok: false; why: PartyRefusal }> {
  try {
    return await inTransaction(async (tx) => {
      const courseId = await teaching(person, assignmentId, tx);
      await select(z.unknown(), 'select 1 from assignments where id = $1 for update', [assignmentId], tx);
      const answer = await shape(tx);
      if (answer.ok) {
        await audit(person.id, 'shape-parties', assignmentId, {}, tx);
        await publish({ what: 'assignment-changed', assignmentId, courseId }, tx);
      }
      return answer;
    });
  } catch (error) {
    if (error instanceof Refused) return { ok: false, why: error.why };
    throw error;
  }
}

export async function teaching(person: Actor, assignmentId: string, tx: Tx): Promise<string> {
  const [row] = await select(
    Course,
    'select course_id as "courseId" from assignments where id = $1',
    [assignmentId],
    tx
  );
  if (!row) throw new NotHere('This assignment');
  await courseFor(person, row.courseId, 'see-class', tx);
  return row.courseId;
}

/** Ends the transaction with a reason. */
export class Refused extends Error {
  constructor(readonly why: PartyRefusal) {
    super(why);
  }
}

const Course = z.object({ courseId: z.string() });
/** Somebody of the course. */
export const Named = z.object({ id: z.string(), name: z.string() });
const IN_COURSE = `
  select s.id, s.name, s.sort_name from assignments a
  join enrolments e on e.course_id = a.course_id and e.role = 'student' and e.left_at is null join people s on s.id = e.person_id
  where a.id = $1`;
/** Who studies there. */
export const STUDENTS = `${IN_COURSE} order by s.sort_name, s.id`;
/** Who has no packet here of a party of several. @param besides what else of a packet keeps them out of it */
const inNone = (besides: string) => `
  select x.id, x.name from (${IN_COURSE}) x
  where not exists (select 1 from packets_of_people o join parties y on y.id = o.party_id
    where o.person_id = x.id and o.assignment_id = $1 and (y.kind = 'group' ${besides}))
  order by x.sort_name, x.id`;
/** Who is in no party. */
export const ALONE = inNone('');
/** Those of them who have not submitted alone. */
export const FREE = inNone('or exists (select 1 from rounds r where r.packet_id = o.packet_id)');
