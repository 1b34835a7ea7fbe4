import { z } from 'zod';
import { previewKind } from '$core/materials/preview';
import { noteTooCostly } from '../blobs/inspect';
import { BlobDamaged } from '../blobs/damage';
import { soundPath } from '../blobs/sound';
import { execute, select } from '../db/connection';
import { log } from '../log';
import { NotNow, TooCostly } from '../parsing/limits';
import { parseApart } from '../parsing/pool';
import type { Reading } from '$core/materials/reading';

/** What is kept of a document's reading. */
export type Kept = Pick<Reading, 'text' | 'pages' | 'links'>;

const WITH_WORDS = new Set(['text', 'markdown', 'table', 'document', 'pdf', 'office']);

/** Whether there are words in such a file that can be read. */
export function isReadable(file: { name: string; mediaType: string }): boolean {
  return WITH_WORDS.has(previewKind(file));
}

/**
 * Reads a document once and keeps what it says for its blob. One that cannot be read says nothing. What is no longer
 * kept is read again by the next page that shows the document.
 *
 * Documents without words that can be read (pictures, archives) say nothing either.
 *
 * @throws NotNow where it could not be tried; BlobDamaged
 */
export async function readDocument(file: { name: string; mediaType: string; sha256: string }): Promise<Kept> {
  const [known] = await select(Row, 'select text, pages, links from blob_readings where sha256 = $1', [file.sha256]);
  if (known) return known;
  const { text, pages, links, words, textHash } = await readNow(file);
  await execute(
    `insert into blob_readings (sha256, text, pages, links, words, text_sha256)
     select sha256, $2, $3, $4, $5, $6 from blobs where sha256 = $1 on conflict do nothing`,
    [file.sha256, text, pages, links, words, textHash]
  );
  return { text, pages, links };
}

const Row = z.object({ text: z.string(), pages: z.number().nullable(), links: z.array(z.string()) });
const NOTHING: Reading = { text: '', pages: null, links: [], words: 0, textHash: null };

async function readNow({ name, mediaType, sha256 }: { name: string; mediaType: string; sha256: string }) {
  if (!isReadable({ name, mediaType })) return NOTHING;
  try {
    return await parseApart('words', { path: await soundPath({ sha256, size: null }), name, mediaType });
  } catch (error) {
    if (error instanceof NotNow || error instanceof BlobDamaged) throw error;
    log.info({ err: error, sha256 }, 'a document could not be read');
    if (error instanceof TooCostly) await noteTooCostly(sha256);
    return NOTHING;
  }
}
