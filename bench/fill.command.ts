import { z } from 'zod';
import { openSession } from '../src/lib/server/auth/sessions';
import { createAssignment } from '../src/lib/server/assignments/create-assignment';
import { createCourse, enrol } from '../src/lib/server/courses/create-course';
import { database, execute } from '../src/lib/server/db/connection';
import { createPerson } from '../src/lib/server/people/create-person';

/**
 * `fill.command.ts COUNT`: a student with so many open assignments and ten times as many files, and their teacher.
 *
 * Prints JSON: the tokens of both, one assignment's id and the course's address.
 */
const count = z.coerce.number().int().positive().parse(process.argv[2]);
const facts = { zone: 'Atlantic/Faroe', password: 'low tide at noon' };
const named = (name: string) => ({
  ...facts,
  name,
  sortName: name,
  handle: `${name}${count}`,
  email: `${name}${count}@skerrow.example`
});
const student = await createPerson(named('student'));
const teacher = await createPerson(named('teacher'));
const course = await createCourse({
  slug: `bench-${count}`,
  title: 'Tidal Ecology',
  emblem: 'shell',
  zone: facts.zone,
  units: ['Shore']
});
await enrol(course.id, student.id, 'student');
await enrol(course.id, teacher.id, 'teacher');
const soon = Math.ceil(performance.timeOrigin / 3_600_000) * 3_600_000;
let assignment = '';
for (let i = 0; i < count; i++) {
  const due = soon + ((i % 28) - 2) * 86_400_000;
  const late = { kind: 'per-day', percent: 10, graceMinutes: 15, floorPercent: 50 } as const;
  const made = await createAssignment({
    courseId: course.id,
    unitId: course.units[0],
    title: `Station ${i + 1}, counted again`,
    brief: 'Count.',
    points: 10,
    due,
    late
  });
  assignment = made.id;
}
/** Ten files on the Shelf for each assignment, in a folder for each hundred. */
await execute(
  `with blob as (
     insert into blobs (sha256, size, media_type, stored_at) values (repeat('0', 64), 7, 'text/plain', now())
     on conflict (sha256) do update set size = excluded.size returning sha256),
   folders as (
     insert into shelf_folders (owner_id, name, created_at)
     select $1, 'Folder ' || n, now() from generate_series(1, $2 / 10 + 1) n
     returning id, row_number() over () as no)
   insert into shelf_files (owner_id, folder_id, name, came, sha256, added_at, changed_at)
   select $1, (select id from folders f where f.no = n / 100 + 1), 'station-' || n || '.txt', 'upload', blob.sha256,
     now() - n * interval '1 minute', now() - n * interval '1 minute'
   from blob, generate_series(1, $2 * 10) n`,
  [student.id, count]
);
const open = async (id: string) => (await openSession(id, 'bench')).token;
const tokens = { student: await open(student.id), teacher: await open(teacher.id) };
process.stdout.write(JSON.stringify({ ...tokens, assignment, course: `bench-${count}` }));
await database.close();
