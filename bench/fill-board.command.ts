import { z } from 'zod';
import { openSession } from '../src/lib/server/auth/sessions';
import { database, execute } from '../src/lib/server/db/connection';
import { makeClass } from './make-class';

/** `fill-board.command.ts NAME STUDENTS ASSIGNMENTS`: a course in which everybody has a packet on everything. Prints the teacher's token. */
const [name, students, assignments] = z
  .tuple([z.string(), z.coerce.number().int(), z.coerce.number().int()])
  .parse(process.argv.slice(2));
const { course, teacher } = await makeClass(name, students);
// Twelve thousand packets are laid out as the ordinary services would leave them: they are only read here.
await execute(
  `insert into assignments (course_id, unit_id, title, position, points, published, due_at, created_at)
   select $1, $2, 'Station ' || n, n, 10, true, now() + (n - 30) * interval '1 day', now() from generate_series(1, $3::int) n`,
  [course.id, course.units[0], assignments]
);
await execute(
  `insert into packets (assignment_id, party_id, phase, settled_by, given, kept, since_at, late_seconds)
   select a.id, e.person_id, (array['making', 'taken-back', 'settled', 'another-round'])[1 + (a.position % 4)],
     case when a.position % 4 = 2 then 'result' end, case when a.position % 4 = 2 then 7.5 end,
     case when a.position % 4 = 2 then 0.9 end, now(), a.position % 5
   from assignments a join enrolments e on e.course_id = a.course_id and e.role = 'student' where a.course_id = $1`,
  [course.id]
);
await execute('analyze');
process.stdout.write((await openSession(teacher.id, 'bench')).token);
await database.close();
