import { Readable } from 'node:stream';
import { z } from 'zod';
import { createAssignment } from '../src/lib/server/assignments/create-assignment';
import { registerBlob } from '../src/lib/server/blobs/register';
import { storeBlob } from '../src/lib/server/blobs/store';
import { database, execute, inTransaction } from '../src/lib/server/db/connection';
import { addFile } from '../src/lib/server/gathering/pieces';
import { makeClass } from './make-class';

/**
 * `fill-class.command.ts NAME STUDENTS ROUNDS`: a course with a teacher and so many students, who are signed in and have
 * a file in their packets of so many assignments.
 *
 * A student's token is `NAME-1`, `NAME-2`, … Prints the assignments' ids as JSON.
 */
const [name = 'class', students, rounds] = z
  .tuple([z.string(), z.coerce.number().int(), z.coerce.number().int()])
  .parse(process.argv.slice(2));
const { course, people } = await makeClass(name, students);
await execute(
  `insert into sessions (token_hash, person_id, created_at, seen_at, expires_at)
   select sha256(handle::bytea), id, now(), now(), now() + interval '1 day' from people where id = any($1::uuid[])`,
  [people.map(({ id }) => id)]
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
