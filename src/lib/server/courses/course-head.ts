import { z } from 'zod';
import type { CourseHead } from '$core/courses/views';
import { may, type Actor, type Deed } from '$core/people/policy';
import { select, type Tx } from '../db/connection';
import { NotHere } from '../outcome';

/**
 * A course as this person stands in it, once the policy has let them through.
 *
 * @param course its id or its slug
 * @throws NotHere when it does not exist, or they may not
 */
export async function courseFor(person: Actor, course: string, deed: Deed, tx?: Tx): Promise<CourseHead> {
  const [row] = await select(Row, HEAD, [course, person.id], tx);
  if (!row || !may(person, deed, { courseRole: row.role }) || row.role === null) throw new NotHere('This course');
  return { ...row, role: row.role };
}

const Row = z.object({
  id: z.string(),
  slug: z.string(),
  title: z.string(),
  emblem: z.string(),
  zone: z.string(),
  unitWord: z.string(),
  role: z.enum(['student', 'teacher']).nullable(),
  archived: z.boolean(),
  teachers: z.array(z.string()),
  studentsBegin: z.boolean()
});

const HEAD = `
  select c.id, c.slug, c.title, c.emblem, c.zone, c.unit_word as "unitWord", e.role,
    c.archived_at is not null as archived, c.students_begin as "studentsBegin",
    array(select t.name from enrolments te join people t on t.id = te.person_id
      where te.course_id = c.id and te.role = 'teacher' and te.left_at is null order by t.sort_name) as teachers
  from courses c left join enrolments e on e.course_id = c.id and e.person_id = $2 and e.left_at is null
  where c.slug = $1 or c.id::text = $1`;
