import { Doc, XmlElement, XmlText, applyUpdate, encodeStateAsUpdate, encodeStateVector } from 'yjs';
import type { Actor } from '$core/people/policy';
import { FIELD } from '$core/pages/merge';
import { keepPage, readPage } from '$server/gathering/write-page';

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
