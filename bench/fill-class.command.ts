import { Readable } from 'node:stream';
import { z } from 'zod';
import { createAssignment } from '../src/lib/server/assignments/create-assignment';
import { registerBlob } from '../src/lib/server/blobs/register';
import { storeBlob } from '../src/lib/server/blobs/store';
import { createCourse, enrol } from '../src/lib/server/courses/create-course';
import { database, execute, inTransaction, select } from '../src/lib/server/db/connection';
import { addFile } from '../src/lib/server/gathering/pieces';
import { createPerson } from '../src/lib/server/people/create-person';

/**
 * `fill-class.command.ts NAME STUDENTS ROUNDS`: a course with a teacher and so many students, who are signed in and have
 * a file in their packets of so many assignments.
 *
 * A student's token is `NAME-1`, `NAME-2`, … Prints the assignments' ids as JSON.
 */
const [name = 'class', students, rounds] = z
  .tuple([z.string(), z.coerce.number().int(), z.coerce.number().int()])
  .parse(process.argv.slice(2));
const zone = 'Atlantic/Faroe';
const course = await createCourse({ slug: name, title: 'Tidal Ecology', emblem: 'shell', zone, units: ['Shore'] });
const person = { name: 'Odile', sortName: 'Odile', zone, password: 'low tide at noon' };
const teacher = await createPerson({ ...person, handle: `${name}-odile`, email: `${name}@skerrow.example` });
await enrol(course.id, teacher.id, 'teacher');
// Their passwords are never used: hashing five hundred of them would take longer than all the rest.
await execute(
  `with made as (
     insert into people (handle, name, sort_name, email, zone, password_hash, created_at)
     select $1::text || '-' || n, 'Student ' || n, 'Student ' || n, $1 || n || '@skerrow.example', $2, 'none', now()
     from generate_series(1, $3::int) n returning id, handle
   ), parties as (insert into parties (id, kind) select id, 'person' from made returning id),
   members as (insert into party_members (party_id, person_id) select id, id from made returning person_id),
   enrolled as (insert into enrolments (course_id, person_id, role, joined_at)
     select $4::uuid, id, 'student', now() from made returning person_id)
   insert into sessions (token_hash, person_id, created_at, seen_at, expires_at)
   select sha256(handle::bytea), id, now(), now(), now() + interval '1 day' from made`,
  [name, zone, students, course.id]
);
const people = await select(
  z.object({ id: z.string() }),
  "select person_id as id from enrolments where course_id = $1 and role = 'student'",
  [course.id]
);
const assignments: string[] = [];
const blob = await storeBlob(Readable.from([Buffer.from('counted')]));
await inTransaction((tx) => registerBlob(blob, tx));
for (let i = 0; i < rounds; i++) {
  const { id } = await createAssignment({
    courseId: course.id,
    title: `Station ${i + 1}`,
    brief: 'Count.',
    points: 10
  });
  assignments.push(id);
  for (const one of people)
    await addFile(
      { id: one.id, schoolRoles: [] },
      { assignmentId: id, deliverableId: null, name: 'count.txt', blob, key: null }
    );
}
process.stdout.write(JSON.stringify(assignments));
await database.close();
