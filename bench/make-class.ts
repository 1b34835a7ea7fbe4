import { z } from 'zod';
import { createCourse, enrol } from '../src/lib/server/courses/create-course';
import { execute, select } from '../src/lib/server/db/connection';
import { createPerson } from '../src/lib/server/people/create-person';

/**
 * A course of a name with a teacher and so many students, whose accounts are `NAME-1`, `NAME-2`, … Nobody signs in with a password: hashing
 * five hundred of them would take longer than all the rest.
 *
 * @returns the students in the order of their numbers
 */
export async function makeClass(name: string, students: number) {
  const zone = 'Atlantic/Faroe';
  const course = await createCourse({ slug: name, title: 'Tidal Ecology', emblem: 'shell', zone, units: ['Shore'] });
  const person = { name: 'Odile', sortName: 'Odile', zone, password: 'low tide at noon' };
  const teacher = await createPerson({ ...person, handle: `${name}-odile`, email: `${name}@skerrow.example` });
  await enrol(course.id, teacher.id, 'teacher');
  await execute(
    `with made as (
       insert into people (handle, name, sort_name, email, zone, password_hash, created_at)
       select $1::text || '-' || n, 'Student ' || n, 'Student ' || n, $1 || n || '@skerrow.example', $2, 'none', now()
       from generate_series(1, $3::int) n returning id
     ), parties as (insert into parties (id, kind) select id, 'person' from made returning id),
     members as (insert into party_members (party_id, person_id) select id, id from made returning person_id)
     insert into enrolments (course_id, person_id, role, joined_at) select $4::uuid, id, 'student', now() from made`,
    [name, zone, students, course.id]
  );
  const people = await select(
    z.object({ id: z.string(), name: z.string(), handle: z.string() }),
    `select s.id, s.name, s.handle from enrolments e join people s on s.id = e.person_id
     where e.course_id = $1 and e.role = 'student' order by length(s.handle), s.handle`,
    [course.id]
  );
  return { course, teacher, people };
}
