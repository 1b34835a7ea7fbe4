import { z } from 'zod';
import { sharedEvenly } from '$core/marking/shares';
import type { Actor } from '$core/people/policy';
import { audit } from '../db/audit';
import { execute, inTransaction, select, type Tx } from '../db/connection';
import { courseFor } from '../courses/course-head';
import { publish } from '../live/publish';
import { NotHere, type Outcome } from '../outcome';
import { partyOn } from '../parties/party';

/** Who teaches where an assignment was set, and whose work is given to whom. */
export interface Shares {
  teachers: Array<{ id: string; name: string }>;
  /** Teachers by the student whose work is theirs to mark. */
  given: Record<string, string>;
}

/** The teachers of an assignment's course, with what is shared out among them. The caller has asked the policy. One query. */
export async function readShares(assignmentId: string): Promise<Shares> {
  const [row] = await select(Row, SHARES, [assignmentId]);
  return row ?? { teachers: [], given: {} };
}

/** Shares the works of a class out among its teachers: as many for each, in the order of the students' names. What was said before ends. */
export async function shareEvenly(person: Actor, assignmentId: string): Promise<Outcome<object, 'one-teacher-only'>> {
  return sharing(person, assignmentId, async (courseId, tx) => {
    const { teachers } = (await select(Row, SHARES, [assignmentId], tx))[0] ?? { teachers: [] };
    if (teachers.length < 2) return { ok: false, why: 'one-teacher-only' };
    const students = await select(Student, STUDENTS, [courseId, assignmentId], tx);
    const shares = sharedEvenly(
      students.map(({ party }) => party),
      teachers.map(({ id }) => id)
    );
    await execute('delete from marking_shares where assignment_id = $1', [assignmentId], tx);
    for (const [teacher, parties] of shares) await execute(GIVE, [assignmentId, parties, teacher], tx);
    return { ok: true };
  });
}

/** Gives the works of some students to one of the teachers; to nobody in particular where that is null. */
export async function giveTo(
  person: Actor,
  { assignmentId, studentIds, teacherId }: { assignmentId: string; studentIds: string[]; teacherId: string | null }
): Promise<Outcome<object, never>> {
  return sharing(person, assignmentId, async (courseId, tx) => {
    const { teachers } = (await select(Row, SHARES, [assignmentId], tx))[0] ?? { teachers: [] };
    if (teacherId !== null && !teachers.some(({ id }) => id === teacherId)) throw new NotHere('This teacher');
    const students = await select(Student, STUDENTS, [courseId, assignmentId], tx);
    const parties = students.flatMap(({ id, party }) => (studentIds.includes(id) ? [party] : []));
    await execute(
      'delete from marking_shares where assignment_id = $1 and party_id = any($2::uuid[])',
      [assignmentId, parties],
      tx
    );
    if (teacherId !== null) await execute(GIVE, [assignmentId, parties, teacherId], tx);
    return { ok: true };
  });
}

async function sharing<T extends { ok: boolean }>(
  person: Actor,
  assignmentId: string,
  share: (courseId: string, tx: Tx) => Promise<T>
): Promise<T> {
  return inTransaction(async (tx) => {
    const [row] = await select(
      z.object({ courseId: z.string() }),
      'select course_id as "courseId" from assignments where id = $1 for update',
      [assignmentId],
      tx
    );
    if (!row) throw new NotHere('This assignment');
    await courseFor(person, row.courseId, 'see-class', tx);
    const answer = await share(row.courseId, tx);
    await audit(person.id, 'share-marking', assignmentId, {}, tx);
    await publish({ what: 'assignment-changed', assignmentId, courseId: row.courseId }, tx);
    return answer;
  });
}

const Row = z.object({
  teachers: z.array(z.object({ id: z.string(), name: z.string() })),
  given: z.record(z.string(), z.string())
});
const SHARES = `
  select coalesce((select json_agg(json_build_object('id', t.id, 'name', t.name) order by t.sort_name, t.id)
      from enrolments e join people t on t.id = e.person_id
      where e.course_id = a.course_id and e.role = 'teacher' and e.left_at is null), '[]') as teachers,
    coalesce((select json_object_agg(m.person_id, s.person_id) from marking_shares s join party_members m on m.party_id = s.party_id
      where s.assignment_id = a.id), '{}') as given
  from assignments a where a.id = $1`;
const Student = z.object({ id: z.string(), party: z.string() });
const STUDENTS = `
  select s.id, ${partyOn('s.id', '$2::uuid')} as party
  from enrolments e join people s on s.id = e.person_id
  where e.course_id = $1 and e.role = 'student' and e.left_at is null order by s.sort_name, s.id`;
const GIVE = `insert into marking_shares (assignment_id, party_id, person_id)
  select $1, p, $3 from unnest($2::uuid[]) as p on conflict (assignment_id, party_id) do update set person_id = excluded.person_id`;
