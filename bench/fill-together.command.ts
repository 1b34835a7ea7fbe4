import { z } from 'zod';
import { createAssignment } from '../src/lib/server/assignments/create-assignment';
import { database, inTransaction, select } from '../src/lib/server/db/connection';
import { beginPage } from '../src/lib/server/gathering/write-page';
import { layParty, letIn } from '../src/lib/server/together/party-of';

/**
 * `fill-together.command.ts CLASS`: in the course of a class (fill-class.command.ts), an assignment with one party of everybody and
 * a page in its packet. Prints the assignment, the page, and everybody's token.
 */
const name = z.string().parse(process.argv[2]);
const people = await select(
  z.object({ id: z.string(), token: z.string(), course: z.string() }),
  `select p.id, p.handle as token, e.course_id as course from people p join enrolments e on e.person_id = p.id
   where p.handle like $1 || '-%' and e.role = 'student' order by p.handle`,
  [name]
);
const [first] = people;
if (!first) throw new Error('The class is empty.');
const made = { courseId: first.course, title: 'A page of all', brief: 'Write.', points: 10 };
const { id: assignmentId } = await createAssignment(made);
await inTransaction(async (tx) => {
  const party = await layParty(assignmentId, 'All', tx);
  for (const { id } of people) await letIn(party, { assignmentId, personId: id }, tx);
});
const begun = await beginPage(
  { id: first.id, schoolRoles: [] },
  { assignmentId, deliverableId: null, name: 'All of it', key: 'bench-all' }
);
if (!begun.ok) throw new Error(begun.why);
const tokens = people.map(({ token }) => token);
process.stdout.write(JSON.stringify({ assignmentId, pieceId: begun.pieceId, tokens }));
await database.close();
