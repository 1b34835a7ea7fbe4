import { Readable } from 'node:stream';
import { z } from 'zod';
import { openSession } from '../src/lib/server/auth/sessions';
import { createAssignment } from '../src/lib/server/assignments/create-assignment';
import { createCourse, enrol } from '../src/lib/server/courses/create-course';
import { registerBlob } from '../src/lib/server/blobs/register';
import { storeBlob } from '../src/lib/server/blobs/store';
import { database, execute, inTransaction } from '../src/lib/server/db/connection';
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
/** One of each due moment is made as a teacher makes it, the rest are copies of these. */
const DUE_MOMENTS = 28;
for (let i = 0; i < Math.min(count, DUE_MOMENTS); i++) {
  const due = soon + (i - 2) * 86_400_000;
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
await execute(
  `with first as (select row_number() over (order by position) - 1 as n, a from assignments a where course_id = $1),
   made as (
     insert into assignments
     select (jsonb_populate_record(a, jsonb_build_object(
       'id', gen_random_uuid(), 'title', 'Station ' || i + 1 || ', counted again', 'position', i))).*
     from generate_series($2::int, $3::int - 1) i join first on n = i % $2 returning id)
   insert into deliverables select (jsonb_populate_record(d, jsonb_build_object('id', gen_random_uuid(), 'assignment_id', made.id))).*
   from made, (select d from deliverables d where assignment_id = $4) as open(d)`,
  [course.id, DUE_MOMENTS, count, assignment]
);
/** Ten files on the Shelf for each assignment, in a folder for each hundred. */
const blob = await storeBlob(Readable.from([Buffer.from('station')]));
await inTransaction((tx) => registerBlob(blob, tx));
await execute(
  `with folders as (
     insert into shelf_folders (owner_id, name, created_at)
     select $1::uuid, 'Folder ' || n, now() from generate_series(1, $2::int / 10 + 1) n
     returning id, name)
   insert into shelf_files (owner_id, folder_id, name, came, sha256, added_at, changed_at)
   select $1::uuid, f.id, 'station-' || n || '.txt', 'upload', $3, now() - n * interval '1 minute',
     now() - n * interval '1 minute'
   from generate_series(1, $2::int * 10) n left join folders f on f.name = 'Folder ' || (n / 100 + 1)`,
  [student.id, count, blob.sha256]
);
const open = async (id: string) => (await openSession(id, 'bench')).token;
const tokens = { student: await open(student.id), teacher: await open(teacher.id) };
process.stdout.write(JSON.stringify({ ...tokens, assignment, course: `bench-${count}` }));
await database.close();
