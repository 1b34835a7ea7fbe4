import type { Reading } from '$core/materials/reading';
import { createHash } from 'node:crypto';
import { readFile, stat } from 'node:fs/promises';
import { linksInside } from '$core/links/inside';
import { previewKind } from '$core/materials/preview';
import { wordCount } from '$core/materials/word-count';
import { wordsOfMarkdown } from '$core/pages/words';
import { headText } from './head-text';
import { officeOutline } from './office-outline';
import type { FileOnDisk } from '../parsing/tasks';
import { officeLinks } from './office-links';
import { readPdf } from './read-pdf';
import { readWriting } from './read-writing';

/** A larger document is not read: it would be held in memory. */
const LARGEST = 30_000_000;
/** Text beyond this is not kept. */
const LONGEST_TEXT = 1_000_000;

/** What was read of a document, before its links were told from the rest. */
export interface Raw {
  text: string;
  pages: number | null;
  targets: string[];
}

/**
 * Reads what a document says. One without words that can be read (a picture, an archive), or too large a one, says nothing.
 *
 * @throws where it is damaged, or costs too much
 */
export async function readWords(file: FileOnDisk): Promise<Reading> {
  const raw = await readRaw(file);
  // Counted whole, whatever of it is kept.
  const words = wordCount(raw.text);
  const text = raw.text.replaceAll('\0', ' ').slice(0, LONGEST_TEXT);
  return {
    text,
    pages: raw.pages,
    links: linksInside(raw.targets, text),
    words,
    textHash: words >= FEWEST_WORDS ? hashOf(text) : null
  };
}

/** Shorter texts are the same as many others. */
const FEWEST_WORDS = 20;
const hashOf = (text: string) => createHash('sha256').update(text.trim().replace(/\s+/g, ' ')).digest('hex');

const NOTHING: Raw = { text: '', pages: null, targets: [] };

async function readRaw(file: FileOnDisk): Promise<Raw> {
  const read = READERS[previewKind(file)];
  return read && (await stat(file.path)).size <= LARGEST ? read(file.path) : NOTHING;
}

const plain = async (path: string): Promise<Raw> => ({ ...NOTHING, text: (await headText(path, LARGEST)).text });

const READERS: Partial<Record<string, (path: string) => Promise<Raw>>> = {
  text: plain,
  markdown: async (path) => ({ ...NOTHING, text: wordsOfMarkdown((await headText(path, LARGEST)).text) }),
  table: plain,
  document: readWriting,
  pdf: async (path) => readPdf(await readFile(path)),
  office: async (path) => {
    const { parts } = await officeOutline(path);
    const lines = parts.flatMap((part) => [part.title, ...part.lines]).filter((line) => line !== '');
    return { text: lines.join('\n'), pages: null, targets: await officeLinks(path) };
  }
};
