import type { JSONContent } from '@tiptap/core';
import * as Y from 'yjs';
import type { Moment } from '../time/moment';
import { FIELD, type Update } from './merge';

/** A part of a page that belongs to one of those who write it. */
export interface OwnPart {
  id: string;
  title: string;
  /** Whose it is; null while nobody has taken it. */
  personId: string | null;
  /** When they said that it is finished; null while they write. */
  finishedAt: Moment | null;
}

/** Parts of one page. */
export const MOST_PARTS = 200;

/** Whether somebody may write in a part: its owner, until they have finished it. */
export const mayWriteIn = ({ personId, finishedAt }: OwnPart, who: string): boolean =>
  personId === who && finishedAt === null;

/**
 * Merges something written into a document, and says whether it touched what is not its writer's: a part of somebody else, one that
 * is finished, or what there is of parts and in which order. The document has it afterwards in either case. It follows what the
 * merging itself says it changed, so that it costs as much as what was written and not as much as the page.
 */
export function trespasses(doc: Y.Doc, update: Update, parts: readonly OwnPart[], by: string): boolean {
  if (parts.length === 0) {
    Y.applyUpdate(doc, update);
    return false;
  }
  const known = new Map(parts.map((part) => [part.id, part]));
  const fragment = doc.getXmlFragment(FIELD);
  const before = elementsOf(fragment, known);
  const locked = new Set([...before].filter(([, part]) => !mayWriteIn(part, by)).map(([element]) => element));
  let touched = false;
  doc.transact((transaction) => {
    Y.applyUpdate(doc, update);
    for (const [type, keys] of transaction.changed) {
      const part = partAround(type, fragment);
      if (part === null || !before.has(part)) continue;
      // What a part is called and by what it is known is nobody's to change here.
      touched ||= locked.has(part) || (part === (type as unknown) && [...keys].some((key) => key !== null));
    }
  });
  const after = elementsOf(fragment, known);
  const same = after.size === before.size && [...after.keys()].every((element, i) => element === [...before.keys()][i]);
  return touched || !same;
}

/** Lays parts at the end of a page, empty, and says so as one update. On a deck each begins with a frame. */
export function layParts(doc: Y.Doc, parts: ReadonlyArray<Pick<OwnPart, 'id' | 'title'>>): Update {
  const before = Y.encodeStateVector(doc);
  const fragment = doc.getXmlFragment(FIELD);
  const frames = inFrames(fragment);
  const laid = parts.map(({ id, title }) => {
    const part = new Y.XmlElement('part');
    part.setAttribute('id', id);
    part.setAttribute('title', title);
    const words = new Y.XmlElement('paragraph');
    const frame = new Y.XmlElement('frame');
    frame.setAttribute('id', `${id}-1`);
    // Whatever it has is said: an editor that finds something missing would add it to parts of others.
    frame.setAttribute('ratio', '16:9');
    if (frames) frame.insert(0, [words]);
    part.insert(0, [frames ? frame : words]);
    return part;
  });
  doc.transact(() => fragment.insert(fragment.length, laid));
  return Y.encodeStateAsUpdate(doc, before);
}

/** What stands in a part of a page, as a page of its own; null where there is no such part. */
export function partOfPage(page: JSONContent, id: string): JSONContent | null {
  const part = (page.content ?? []).find(({ type, attrs }) => type === 'part' && attrs?.id === id);
  return part ? { type: 'doc', content: part.content ?? [] } : null;
}

/** Whether it is a deck: frames stand on it, or in its parts. */
const inFrames = (fragment: Y.XmlFragment | Y.XmlElement): boolean =>
  fragment
    .toArray()
    .some(
      (one) => one instanceof Y.XmlElement && (one.nodeName === 'frame' || (one.nodeName === 'part' && inFrames(one)))
    );

/** The parts that stand there, by the elements that they are, in their order. One that stands there twice is no part. */
function elementsOf(fragment: Y.XmlFragment, known: ReadonlyMap<string, OwnPart>): Map<object, OwnPart> {
  const found = new Map<object, OwnPart>();
  for (const element of fragment.toArray()) {
    if (!(element instanceof Y.XmlElement) || element.nodeName !== 'part') continue;
    const part = known.get(String(element.getAttribute('id')));
    if (part) found.set(element, part);
  }
  return found;
}

function partAround(type: object, root: Y.XmlFragment): object | null {
  let at: unknown = type;
  while (at instanceof Y.AbstractType) {
    if (at.parent === (root as unknown)) return at;
    at = at.parent;
  }
  return null;
}
