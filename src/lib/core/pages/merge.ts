import type { JSONContent } from '@tiptap/core';
import { prosemirrorJSONToYXmlFragment, updateYFragment, yXmlFragmentToProsemirrorJSON } from '@tiptap/y-tiptap';
import * as Y from 'yjs';
import { pageSchema } from './sound';

/** Under which name the text stands in the merging document. */
export const FIELD = 'page';

/** What one writer wrote, in the form in which it can be merged in any order and any number of times (Yjs, version 1). */
export type Update = Uint8Array;

/** A merging document with what was written. @throws where it cannot be read */
export function merged(updates: readonly Update[]): Y.Doc {
  const doc = new Y.Doc();
  doc.transact(() => {
    for (const update of updates) Y.applyUpdate(doc, update);
  });
  return doc;
}

/**
 * A page that begins with a text, as one update. The same text begins the same way wherever it is opened first.
 *
 * @param began hash of what it begins with, in hexadecimal
 */
export function beginning(page: JSONContent, began: string): Update {
  const doc = new Y.Doc();
  doc.clientID = parseInt(began.slice(0, 8), 16) || 1;
  prosemirrorJSONToYXmlFragment(pageSchema(), page, doc.getXmlFragment(FIELD));
  return Y.encodeStateAsUpdate(doc);
}

/** What stands on the page. */
export const pageOf = (doc: Y.Doc): JSONContent =>
  yXmlFragmentToProsemirrorJSON(doc.getXmlFragment(FIELD)) as JSONContent;

/** What makes of a document another page, as one update: only what differs is written. The document has it afterwards. */
export function correction(doc: Y.Doc, page: JSONContent): Update {
  const before = Y.encodeStateVector(doc);
  const fragment = doc.getXmlFragment(FIELD);
  updateYFragment(doc, fragment, pageSchema().nodeFromJSON(page), { mapping: new Map(), isOMark: new Map() });
  return Y.encodeStateAsUpdate(doc, before);
}

/**
 * Who wrote what an update brings that a document has not yet.
 *
 * @param vector what the document has of each writer
 * @returns the numbers of their windows; null where the update cannot be read or leaves something out on which it builds
 */
export function writersIn(update: Update, vector: ReadonlyMap<number, number>): number[] | null {
  try {
    const writers = new Set<number>();
    const reach = new Map(vector);
    for (const { id, length } of Y.decodeUpdate(update).structs) {
      const known = reach.get(id.client) ?? 0;
      if (id.clock > known) return null;
      if (id.clock + length > known) {
        writers.add(id.client);
        reach.set(id.client, id.clock + length);
      }
    }
    return [...writers];
  } catch {
    return null;
  }
}
