import type { Node as PageNode } from '@tiptap/pm/model';
import * as Y from 'yjs';
import { FIELD } from './merge';

/** Words of one person on a page. Places as the editor counts them. */
export interface Passage {
  from: number;
  to: number;
  /** Whose they are; null where the page began with them. */
  by: string | null;
}

/**
 * Who wrote which words of a page: each letter knows the window that it was typed in.
 *
 * @param page    the page that the editor shows of the document
 * @param writers whose each window is
 */
export function whoWrote(doc: Y.Doc, page: PageNode, writers: Readonly<Record<string, string>>): Passage[] {
  const passages: Passage[] = [];
  const add = (from: number, to: number, by: string | null) => {
    const last = passages.at(-1);
    if (last?.to === from && last.by === by) last.to = to;
    else passages.push({ from, to, by });
  };
  const go = (types: readonly unknown[], node: PageNode, start: number) => {
    let at = start;
    let child = 0;
    for (const type of types) {
      if (type instanceof Y.XmlText) {
        for (let item = type._start; item !== null; item = item.right) {
          if (item.deleted || !(item.content instanceof Y.ContentString)) continue;
          add(at, at + item.length, writers[item.id.client] ?? null);
          at += item.length;
        }
        // One text is as many pieces there as it is set in different ways.
        let seen = lengthOf(type);
        while (seen > 0 && child < node.childCount) seen -= node.child(child++).nodeSize;
      } else if (type instanceof Y.XmlElement && child < node.childCount) {
        const shown = node.child(child++);
        if (!shown.isLeaf) go(type.toArray(), shown, at + 1);
        at += shown.nodeSize;
      }
    }
  };
  go(doc.getXmlFragment(FIELD).toArray(), page, 0);
  return passages;
}

/** How many letters each of them wrote that still stand there, most first. */
export function shares(passages: readonly Passage[]): Array<{ by: string | null; letters: number }> {
  const letters = new Map<string | null, number>();
  for (const { from, to, by } of passages) letters.set(by, (letters.get(by) ?? 0) + to - from);
  return [...letters].map(([by, n]) => ({ by, letters: n })).sort((a, b) => b.letters - a.letters);
}

function lengthOf(text: Y.XmlText): number {
  let length = 0;
  for (let item = text._start; item !== null; item = item.right)
    if (!item.deleted && item.content instanceof Y.ContentString) length += item.length;
  return length;
}
