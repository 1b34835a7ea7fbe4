import { randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import { z } from 'zod';
import { createAssignment } from '../src/lib/server/assignments/create-assignment';
import { openSession } from '../src/lib/server/auth/sessions';
import { registerBlob } from '../src/lib/server/blobs/register';
import { storeBlob } from '../src/lib/server/blobs/store';
import { database, execute, inTransaction, select } from '../src/lib/server/db/connection';
import { addFile } from '../src/lib/server/gathering/pieces';
import { submitPacket } from '../src/lib/server/rounds/submit';
import { makeClass } from './make-class';

/**
 * `fill-marking.command.ts NAME STUDENTS BYTES REMARKS`: a teacher with whom so many works wait, each a text that names its student, or
 * so many random bytes; on the first work so many remarks.
 *
 * Prints JSON: the teacher's token, the assignment's id, the first packet's id.
 */
const [name, students, bytes, remarks] = z
  .tuple([z.string(), z.coerce.number().int(), z.coerce.number().int(), z.coerce.number().int()])
  .parse(process.argv.slice(2));
const { course, teacher, people } = await makeClass(name, students);
const { id: assignmentId } = await createAssignment({
  courseId: course.id,
  title: 'Shore log',
  brief: 'Count.',
  points: 10
});
/** Nothing that repeats, so that nothing is the same file twice. */
function* noise(seed: number, size: number): Generator<Buffer> {
  let state = seed * 2654435761 + 1;
  for (let left = size; left > 0;) {
    const block = Buffer.alloc(Math.min(left, 1 << 20));
    for (let i = 0; i + 4 <= block.length; i += 4) {
      state = (Math.imul(state, 1664525) + 1013904223) | 0;
      block.writeInt32LE(state, i);
    }
    left -= block.length;
    yield block;
  }
}
const SENTENCE =
  'the dog whelks were where they had been looked for, and the limpets were not, which nobody had expected. ';
for (const [i, one] of people.entries()) {
  const content = bytes > 0 ? noise(i + 1, bytes) : [Buffer.from(`${one.name} counted. ${SENTENCE.repeat(60)}`)];
  const blob = await storeBlob(Readable.from(content));
  await inTransaction((tx) => registerBlob(blob, tx));
  const who = { id: one.id, schoolRoles: [] };
  const file = bytes > 0 ? 'recording.bin' : 'log.txt';
  await addFile(who, { assignmentId, deliverableId: null, name: file, blob, key: null });
  await submitPacket(who, { assignmentId, key: randomUUID() });
}
const [first] = await select(
  z.object({ packetId: z.string(), pieceId: z.string() }),
  `select p.id as "packetId", i.id as "pieceId" from packets p join round_pieces i on i.packet_id = p.id
   where p.assignment_id = $1 order by p.since_at, p.id limit 1`,
  [assignmentId]
);
await execute(
  `insert into remarks (packet_id, round_no, round_piece_id, anchor, body, by_person, at)
   select $1, 1, $2, jsonb_build_object('on', 'words', 'start', 20 + n * 10, 'quote', 'whelks', 'before', 'the dog ', 'after', ' were'),
     'Remark ' || n, $3, now() from generate_series(1, $4::int) n`,
  [first?.packetId, first?.pieceId, teacher.id, remarks]
);
const { token } = await openSession(teacher.id, 'bench');
process.stdout.write(JSON.stringify({ teacher: token, assignmentId, packetId: first?.packetId }));
await database.close();
