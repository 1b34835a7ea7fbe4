import type { JSONContent } from '@tiptap/core';
import { walk } from './walk';

/** A file of the packet that shows what an entry says. Its bytes are told by their hash: its name may change, and rounds keep it. */
export interface Evidence {
  name: string;
  sha256: string;
}

/** Files of one entry; far beyond what anybody shows of one activity. */
export const MOST_EVIDENCE = 60;
const HASH = /^[0-9a-f]{64}$/;
/** Characters of a file's name that are kept with it. */
const LONGEST = 200;

/** Whether something is the evidence of an entry. */
export const isEvidence = (value: unknown): value is Evidence[] =>
  Array.isArray(value) &&
  value.length <= MOST_EVIDENCE &&
  value.every(
    (one: unknown) =>
      typeof one === 'object' &&
      one !== null &&
      'name' in one &&
      'sha256' in one &&
      Object.keys(one).length === 2 &&
      typeof one.name === 'string' &&
      one.name.length <= LONGEST &&
      typeof one.sha256 === 'string' &&
      HASH.test(one.sha256)
  );

/** Files that an entry of a page names. */
export function evidenceOf(entry: JSONContent): Evidence[] {
  const value: unknown = entry.attrs?.evidence ?? [];
  return isEvidence(value) ? value : [];
}

/** What a file is called where it is evidence: of which entry, and what it is. */
export const evidenceWords = (called: string, no: number, { name }: Pick<Evidence, 'name'>): string =>
  `${called} ${no}, ${name.replace(/\.[a-z0-9]{1,5}$/i, '')}`;

/** Which files of the packet a page names as evidence, and of what. Numbered as the entries stand now. */
export function evidenceIn(page: JSONContent): Array<{ sha256: string; words: string }> {
  const found: Array<{ sha256: string; words: string }> = [];
  walk(page, (node) => {
    if (node.type !== 'entries') return true;
    const called = String(node.attrs?.called ?? 'Entry');
    for (const [i, entry] of (node.content ?? []).entries())
      for (const one of evidenceOf(entry)) found.push({ sha256: one.sha256, words: evidenceWords(called, i + 1, one) });
    return false;
  });
  return found;
}
