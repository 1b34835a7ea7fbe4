import { createHash } from 'node:crypto';
import { readFile, stat } from 'node:fs/promises';
import { z } from 'zod';
import { linksInside } from '$core/links/inside';
import { previewKind } from '$core/materials/preview';
import { wordCount } from '$core/materials/word-count';
import { blobPath } from '../blobs/store';
import { execute, select } from '../db/connection';
import { log } from '../log';
import { headText } from '../materials/head-text';
import { officeOutline } from '../materials/office-outline';
import { officeLinks } from './office-links';
import { readPdf } from './read-pdf';
import { readWriting } from './read-writing';

/** A larger document is not read: it would be held in memory. */
const LARGEST = 30_000_000;
/** Text beyond this is not kept. */
const LONGEST_TEXT = 1_000_000;

/** What a document says. */
export interface Reading {
  text: string;
  /** How many pages it has, where the file says it for certain. */
  pages: number | null;
  /** The web addresses that it leads to. */
  links: string[];
}

/** What was read of a document, before its links were told from the rest. */
export interface Raw {
  text: string;
  pages: number | null;
  targets: string[];
}

/** Whether there are words in such a file that can be read. */
export function isReadable(file: { name: string; mediaType: string }): boolean {
  return previewKind(file) in READERS;
}

/**
 * Reads a document once and keeps what it says for its blob. One that cannot be read says nothing. What is no longer
 * kept is read again by the next page that shows the document.
 *
 * Documents without words that can be read (pictures, archives) say nothing either.
 */
export async function readDocument(file: { name: string; mediaType: string; sha256: string }): Promise<Reading> {
  const [known] = await select(Row, 'select text, pages, links from blob_readings where sha256 = $1', [file.sha256]);
  if (known) return known;
  const raw = await readNow(file);
  const text = raw.text.replaceAll('\0', ' ').slice(0, LONGEST_TEXT);
  const reading = { text, pages: raw.pages, links: linksInside(raw.targets, text) };
  const words = wordCount(text);
  await execute(
    `insert into blob_readings (sha256, text, pages, links, words, text_sha256)
     select sha256, $2, $3, $4, $5, $6 from blobs where sha256 = $1 on conflict do nothing`,
    [file.sha256, text, reading.pages, reading.links, words, words >= FEWEST_WORDS ? textHash(text) : null]
  );
  return reading;
}

/** Shorter texts are the same as many others. */
const FEWEST_WORDS = 20;
const textHash = (text: string) => createHash('sha256').update(text.trim().replace(/\s+/g, ' ')).digest('hex');

const Row = z.object({ text: z.string(), pages: z.number().nullable(), links: z.array(z.string()) });
const NOTHING: Raw = { text: '', pages: null, targets: [] };

async function readNow(file: { name: string; mediaType: string; sha256: string }): Promise<Raw> {
  const read = READERS[previewKind(file)];
  const path = blobPath(file.sha256);
  try {
    return read && (await stat(path)).size <= LARGEST ? await read(path, file.sha256) : NOTHING;
  } catch (error) {
    log.info({ err: error, sha256: file.sha256 }, 'a document could not be read');
    return NOTHING;
  }
}

const plain = async (_path: string, sha256: string): Promise<Raw> => ({
  ...NOTHING,
  text: (await headText(sha256)).text
});

const READERS: Partial<Record<string, (path: string, sha256: string) => Promise<Raw>>> = {
  text: plain,
  markdown: plain,
  table: plain,
  document: readWriting,
  pdf: async (path) => readPdf(await readFile(path)),
  office: async (path) => {
    const { parts } = await officeOutline(path);
    const lines = parts.flatMap((part) => [part.title, ...part.lines]).filter((line) => line !== '');
    return { text: lines.join('\n'), pages: null, targets: await officeLinks(path) };
  }
};
