import { z } from 'zod';
import { database, execute } from '../src/lib/server/db/connection';
import { makeClass } from './make-class';

/** `fill-reminders.command.ts NAME PEOPLE TASKS`: a course of so many people with so many assignments, one of which is due within a day. */
const [name, people, tasks] = z
  .tuple([z.string(), z.coerce.number().int(), z.coerce.number().int()])
  .parse(process.argv.slice(2));
const { course } = await makeClass(name, people);
await execute(
  `insert into assignments (course_id, unit_id, title, position, points, published, due_at, created_at)
   select $1, $2, 'Station ' || n, n, 10, true, now() + (n - 1) * interval '2 days' + interval '20 hours', now() from generate_series(1, $3::int) n`,
  [course.id, course.units[0], tasks]
);
await execute(
  `insert into reminder_settings (person_id, before, quiet_from, quiet_to)
   select e.person_id, '{1440}', 0, 0 from enrolments e where e.course_id = $1`,
  [course.id]
);
await execute('analyze');
await database.close();
