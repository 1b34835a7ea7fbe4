import { z } from 'zod';
import type { Actor } from '$core/people/policy';
import { select } from '../db/connection';

/** The slug of a course that two people are both in, or null. */
export async function sharedCourse(person: Actor, otherId: string): Promise<string | null> {
  const [row] = await select(
    z.object({ slug: z.string() }),
    `select c.slug from enrolments a
     join enrolments b on b.course_id = a.course_id and b.person_id = $2 and b.left_at is null
     join courses c on c.id = a.course_id
     where a.person_id = $1 and a.left_at is null order by c.archived_at is not null, c.title limit 1`,
    [person.id, otherId]
  );
  return row?.slug ?? null;
}
