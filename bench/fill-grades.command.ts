import { z } from 'zod';
import { openSession } from '../src/lib/server/auth/sessions';
import { database, execute } from '../src/lib/server/db/connection';
import { createCourse, enrol } from '../src/lib/server/courses/create-course';
import { createPerson } from '../src/lib/server/people/create-person';
import { makeFeed } from '../src/lib/server/calendar/feed';

/**
 * `fill-grades.command.ts NAME COURSES ASSIGNMENTS`: a student in so many courses with so many assignments in all, two of three of which
 * came back. Prints the token of the student's session and the address of their calendar feed.
 */
const [name, courses, assignments] = z
  .tuple([z.string(), z.coerce.number().int(), z.coerce.number().int()])
  .parse(process.argv.slice(2));
const zone = 'Atlantic/Faroe';
const account = { sortName: 'x', zone, password: 'low tide at noon' };
const student = await createPerson({ ...account, handle: `${name}-s`, name: 'Ilse', email: `${name}@skerrow.example` });
const teacher = await createPerson({
  ...account,
  handle: `${name}-t`,
  name: 'Odile',
  email: `${name}t@skerrow.example`
});
for (let n = 0; n < courses; n++) {
  const made = await createCourse({
    slug: `${name}-${n}`,
    title: `Course ${n}`,
    emblem: 'shell',
    zone,
    units: ['Shore']
  });
  await enrol(made.id, student.id, 'student');
  const share = Math.floor(assignments / courses) + (n < assignments % courses ? 1 : 0);
  await execute(
    `insert into assignments (course_id, unit_id, title, position, points, published, due_at, created_at)
     select $1, $2, 'Station ' || n, n, 10, true, now() + (n * 3 - $3::int) * interval '1 day', now() from generate_series(1, $3::int) n`,
    [made.id, made.units[0], share]
  );
}
await execute(
  `with made as (insert into packets (assignment_id, party_id, phase, settled_by, given, kept, since_at, round_no)
     select a.id, $1, 'settled', 'result', a.position % 11, 0.9, now(), 1 from assignments a join courses c on c.id = a.course_id
     where c.slug like $2 || '-%' and a.position % 3 > 0 returning id)
   insert into marks (packet_id, round_no, points, remark, outcome, kept, by_person, changed_at, returned_at)
   select id, null, 7, 'Good counts, and the drawing says where.', 'settled', 0.9, $3, now(), now() from made`,
  [student.id, name, teacher.id]
);
await execute('analyze');
const feed = new URL(await makeFeed({ id: student.id, schoolRoles: [] }));
process.stdout.write(JSON.stringify({ token: (await openSession(student.id, 'bench')).token, feed: feed.pathname }));
await database.close();
