import { applyUpdate, Doc, encodeStateAsUpdate, encodeStateVector, XmlElement, XmlText } from 'yjs';
import { z } from 'zod';
import { FIELD } from '../src/lib/core/pages/merge';
import { clock } from '../src/lib/server/clock';
import { database, select } from '../src/lib/server/db/connection';
import { keepPage, readPage } from '../src/lib/server/gathering/write-page';

/**
 * `hour-of-writing.command.ts PERSON-TOKEN ASSIGNMENT PIECE`: an hour of somebody who types 200 letters a minute, pauses, and takes
 * back one word in twelve. Prints how many bytes were typed, and how many the database keeps of it.
 */
const [token, assignmentId, pieceId] = z.tuple([z.string(), z.string(), z.string()]).parse(process.argv.slice(2));
const [who] = await select(z.object({ id: z.string() }), 'select id from people where handle = $1', [token]);
const person = { id: who?.id ?? '', schoolRoles: [] };
const page = { assignmentId, pieceId };
const doc = new Doc();
const { began, updates } = (await readPage(person, { ...page, since: null })).page;
for (const update of updates) applyUpdate(doc, update);
let sent = encodeStateVector(doc);
let [typed, text] = [0, paragraph()];
const start = clock.now();
for (let second = 0; second < 3600; second++) {
  clock.set(start + second * 1000, { frozen: true });
  const word = 'kelp '.slice(0, 3 + (second % 3));
  text.insert(text.length, word);
  typed += word.length;
  if (second % 12 === 11) text.delete(text.length - 4, 4);
  if (second % 90 === 89) text = paragraph();
  const kept = await keepPage(person, {
    ...page,
    ...{ began, since: second, update: encodeStateAsUpdate(doc, sent), over: false }
  });
  if (!kept.ok) throw new Error(kept.why);
  sent = encodeStateVector(doc);
}
const [stored] = await select(
  z.object({ n: z.number() }),
  `select (coalesce(sum(pg_column_size(u.written)), 0) + (select pg_column_size(state) from page_drafts where piece_id = $1))::float8 as n
   from page_updates u where piece_id = $1`,
  [pieceId]
);
process.stdout.write(JSON.stringify({ typed, stored: stored?.n ?? 0 }));
await database.close();

function paragraph(): XmlText {
  const words = new XmlText();
  const element = new XmlElement('paragraph');
  element.insert(0, [words]);
  const whole = doc.getXmlFragment(FIELD);
  whole.insert(whole.length, [element]);
  return words;
}
