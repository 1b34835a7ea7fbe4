import { z } from 'zod';
import type { Actor } from '$core/people/policy';
import { select } from '../db/connection';

/** Assignments that this teacher has set, the newest first: any of them can be copied. */
export function readEarlier(person: Actor): Promise<Array<{ id: string; title: string; courseTitle: string }>> {
  return select(
    z.object({ id: z.string(), title: z.string(), courseTitle: z.string() }),
    `select a.id, a.title, c.title as "courseTitle"
     from enrolments e join courses c on c.id = e.course_id join assignments a on a.course_id = c.id
     where e.person_id = $1 and e.role = 'teacher' and e.left_at is null
     order by a.created_at desc, a.id limit 100`,
    [person.id]
  );
}
