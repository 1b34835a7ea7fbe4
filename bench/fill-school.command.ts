import { z } from 'zod';
import { database, execute } from '../src/lib/server/db/connection';

/**
 * `fill-school.command.ts STUDENTS COURSES ASSIGNMENTS PACKETS`: a whole school beside whoever is there already: its
 * students in as many courses as make so many packets, two thirds of them settled, the rest with either side.
 */
const [students = 0, courses = 0, assignments = 0, packets = 0] = z
  .array(z.coerce.number().int().positive())
  .length(4)
  .parse(process.argv.slice(2));
const each = assignments / courses;
const zone = 'Atlantic/Faroe';

await execute(
  `with made as (
     insert into people (handle, name, sort_name, email, zone, password_hash, created_at)
     select 'big-' || n, 'Student ' || n, 'Student ' || n, 'big-' || n || '@skerrow.example', $1, 'none', now()
     from generate_series(1, $2::int) n returning id
   ), parties as (insert into parties (id, kind) select id, 'person' from made returning id)
   insert into party_members (party_id, person_id) select id, id from made`,
  [zone, students]
);
await execute(
  `insert into courses (slug, title, emblem, zone, created_at)
   select 'big-' || n, 'Course ' || n, 'shell', $1, now() from generate_series(1, $2::int) n`,
  [zone, courses]
);
await execute(
  `insert into assignments (course_id, title, brief_html, points, due_at, created_at, told_at)
   select c.id, 'Station ' || n || ' of ' || c.title, 'Count again.', 10,
     date_trunc('hour', now()) + (n % 60 - 40) * interval '1 day', now(), now()
   from courses c cross join generate_series(1, $1::int) n where c.slug like 'big-%'`,
  [each]
);
// Which student is in which course: so many each as make the packets wanted, spread over all courses.
await execute(
  `insert into enrolments (course_id, person_id, role, joined_at)
   select distinct c.id, s.id, 'student', now()
   from (select id, row_number() over (order by handle) as n from people where handle like 'big-%') s
   cross join generate_series(0, $1::int - 1) k
   join (select id, row_number() over (order by slug) as n from courses where slug like 'big-%') c
     on c.n = 1 + (s.n * 7 + k * 131) % $2::int`,
  [Math.ceil(packets / students / each), courses]
);
// Nobody has a packet here yet, which the trigger would ask for each of them.
await database.transaction(async (tx) => {
  await execute("set local session_replication_role = 'replica'", [], tx);
  await execute(
    `insert into packets (assignment_id, party_id, phase, settled_by, pieces, standing_round, round_no, since_at, given, kept, last_seq)
     select id, person_id, phase, case when phase = 'settled' then 'result' end, 1,
       case when phase = 'submitted' then 1 end, case when phase <> 'making' then 1 end, now() - n * interval '1 minute',
       case when phase = 'settled' then 7 end, case when phase = 'settled' then 1 end, 3
     from (
       select a.id, e.person_id, row_number() over () as n,
         (array['settled', 'settled', 'settled', 'settled', 'submitted', 'making'])[1 + (random() * 5.99)::int % 6] as phase
       from assignments a join enrolments e on e.course_id = a.course_id join courses c on c.id = a.course_id
       where c.slug like 'big-%' and e.role = 'student') x
     limit $1`,
    [packets],
    tx
  );
});
await execute('vacuum analyze');
await database.close();
