import { z } from 'zod';
import sharp from 'sharp';
import type { Actor } from '../src/lib/core/people/policy';
import { addPagePicture } from '../src/lib/server/gathering/page-pictures';
import { createAssignment } from '../src/lib/server/assignments/create-assignment';
import { database, select } from '../src/lib/server/db/connection';
import { beginPage } from '../src/lib/server/gathering/write-page';
import { keepPage } from '../src/lib/server/gathering/write-page';
import { beginningOf, findDraft } from '../src/lib/server/pages/draft';
import { inTransaction } from '../src/lib/server/db/connection';
import { correction, merged } from '../src/lib/core/pages/merge';
import { fromMarkdown } from '../src/lib/core/pages/markdown';
import { readFileSync } from 'node:fs';

/**
 * `fill-pages.command.ts CLASS [FILE]`: in the course of a class (fill-class.command.ts), an assignment in which each student has a
 * page, with the Markdown of a file on the first one. Prints the assignment and by each student's token their page.
 */
const [name, file] = z.tuple([z.string(), z.string().optional()]).parse([process.argv[2], process.argv[3]]);
const people = await select(
  z.object({ id: z.string(), token: z.string(), course: z.string() }),
  `select p.id, p.handle as token, e.course_id as course from people p join enrolments e on e.person_id = p.id
   where p.handle like $1 || '-%' and e.role = 'student' order by length(p.handle), p.handle`,
  [name]
);
const { id: assignmentId } = await createAssignment({
  courseId: people[0]?.course ?? '',
  title: 'A page of each',
  brief: 'Write.',
  points: 10
});
const pages: Record<string, string> = {};
for (const [i, { id, token }] of people.entries()) {
  const person = { id, schoolRoles: [] };
  const begun = await beginPage(person, {
    assignmentId,
    deliverableId: null,
    name: `Page ${i}`,
    key: `bench-${i}-${token}`
  });
  if (!begun.ok) throw new Error(begun.why);
  pages[token] = begun.pieceId;
  if (i > 0 || file === undefined) continue;
  const draft = await inTransaction((tx) => findDraft(begun.pieceId, tx));
  const at = { assignmentId, pieceId: begun.pieceId };
  const text = await illustrated(person, at, readFileSync(file, 'utf8'));
  const update = correction(merged([await beginningOf(draft)]), fromMarkdown(text));
  const kept = await keepPage(person, { ...at, began: draft.began, since: 0, update, over: false });
  if (!kept.ok) throw new Error(kept.why);
}
/** A text with a picture of its own wherever one is meant. */
async function illustrated(
  person: Actor,
  at: { assignmentId: string; pieceId: string },
  text: string
): Promise<string> {
  let shown = text;
  for (const [meant, no = ''] of text.matchAll(/\(picture-(\d+)\)/g)) {
    const hue = (Number(no) * 47) % 255;
    const bytes = await sharp({
      create: { width: 1200, height: 800, channels: 3, background: { r: hue, g: 120, b: 255 - hue } }
    })
      .jpeg()
      .toBuffer();
    const stream = new Blob([new Uint8Array(bytes)]).stream();
    const added = await addPagePicture(person, at, { stream, name: `${no}.jpg`, size: bytes.length });
    if (!added.ok) throw new Error(added.why);
    shown = shown.replace(meant, `(${added.name})`);
  }
  return shown;
}

process.stdout.write(JSON.stringify({ assignmentId, pages }));
await database.close();
