import { readFileSync } from 'node:fs';
import { Doc, XmlElement, XmlText, applyUpdate, encodeStateAsUpdate, encodeStateVector } from 'yjs';
import type { Actor } from '$core/people/policy';
import { FIELD } from '$core/pages/merge';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { blobPath } from '$server/blobs/store';
import { beginPage, keepPage, readPage } from '$server/gathering/write-page';
import { find } from '$server/sources/find';
import { key, type smallCourse } from './kit';

type School = Awaited<ReturnType<typeof smallCourse>>;

/** A page of Ilse's that was begun in a packet of its own. */
export async function beginOf({ set, ilse }: School, name = 'Field report'): Promise<PageOf> {
  const assignmentId = await set();
  const answer = await beginPage(ilse, { assignmentId, deliverableId: null, name, key: key() });
  if (!answer.ok) throw new Error(answer.why);
  return { assignmentId, pieceId: answer.pieceId };
}

/** Ilse's packet of an assignment. */
export const packetIn = async ({ ilse }: School, assignmentId: string) =>
  readOwnPacket(await readAssignment(ilse, assignmentId));

/** What a piece's bytes say. */
export const bytesOf = async (person: Actor, from: 'pieces' | 'submitted' | 'returned', id: string): Promise<string> =>
  readFileSync(blobPath((await find(person, from, id)).file?.sha256 ?? ''), 'utf8');

/** A page as tests find it. */
export interface PageOf {
  assignmentId: string;
  pieceId: string;
}

/** A window in which somebody writes on a page, as the editor does. */
export async function openWindow(person: Actor, page: PageOf) {
  const doc = new Doc();
  const { began, seq, updates } = (await readPage(person, { ...page, since: null })).page;
  for (const update of updates) applyUpdate(doc, update);
  let [since, sent] = [seq, encodeStateVector(doc)];
  const text = doc.getXmlFragment(FIELD);
  return {
    doc,
    began,
    /** Writes a paragraph at the end. */
    write(words: string) {
      const paragraph = new XmlElement('paragraph');
      paragraph.insert(0, [new XmlText(words)]);
      text.insert(text.length, [paragraph]);
    },
    put(...elements: XmlElement[]) {
      text.insert(text.length, elements);
    },
    /** Takes everything away. */
    clear: () => text.delete(0, text.length),
    unsent: () => encodeStateAsUpdate(doc, sent),
    async keep(over = false) {
      const kept = await keepPage(person, { ...page, began, since, update: encodeStateAsUpdate(doc, sent), over });
      if (!kept.ok) return kept;
      for (const update of kept.page.updates) applyUpdate(doc, update);
      [since, sent] = [kept.page.seq, encodeStateVector(doc)];
      return kept;
    }
  };
}

/** What stands on a page, as it merges, in words. */
export async function textOf(person: Actor, page: PageOf): Promise<string> {
  const { doc } = await openWindow(person, page);
  return doc
    .getXmlFragment(FIELD)
    .toArray()
    .map((one) => (one as XmlElement).toArray().join(''))
    .join('\n');
}
