import { Readable } from 'node:stream';
import type { Refusal } from '$core/packets/allowed';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { soundPath } from '../blobs/sound';
import { BlobRefused, storeBlob } from '../blobs/store';
import type { StoredFile } from '../blobs/stored-file';
import { log } from '../log';
import type { Outcome } from '../outcome';
import { findDraft } from '../pages/draft';
import { NotNow } from '../parsing/limits';
import { parseApart } from '../parsing/pool';
import { arranging, type OnePiece } from './arranging';
import { broughtToShelf } from './brought-to-shelf';
import { layPicture } from './page-pictures';

/** Larger files are no texts that anybody writes on. */
export const LARGEST_TEXT = 40_000_000;

/** A document as it comes: its bytes, with how many are said to come. */
export interface Incoming {
  stream: ReadableStream;
  name: string;
  size: number;
}

/** A document whose text can be written on: HTML of what a page holds, or Markdown. */
export interface Text {
  html: string | null;
  markdown: string | null;
}

/**
 * Reads a document so that its text can stand on a page of the student's own packet. Its pictures lie beside the page then;
 * the document itself lies on their Shelf, as it came.
 */
export async function bringText(
  person: Actor,
  input: OnePiece,
  coming: Incoming
): Promise<Outcome<{ text: Text }, Refusal | PieceRefusal>> {
  const may = await arranging(person, input, async (_, { tx }) => {
    await findDraft(input.pieceId, tx);
    return { ok: true };
  });
  if (!may.ok) return may;
  try {
    return await broughtFrom(person, coming, (picture) => layPicture(person, input, picture));
  } catch (error) {
    if (error instanceof BlobRefused) return { ok: false, why: error.why };
    throw error;
  }
}

/**
 * The text of a document that comes, which then lies on the person's Shelf.
 *
 * @param lay puts one of its pictures where its text will stand
 */
export async function broughtFrom(
  person: Actor,
  coming: Incoming,
  lay: (picture: StoredFile) => Promise<Outcome<{ name: string }, Refusal | PieceRefusal>>
): Promise<Outcome<{ text: Text }, Refusal | PieceRefusal>> {
  const kept = await broughtToShelf(person, coming, LARGEST_TEXT);
  return kept.ok ? read(kept.file, lay) : kept;
}

async function read(
  file: StoredFile,
  lay: Parameters<typeof broughtFrom>[2]
): Promise<Outcome<{ text: Text }, Refusal | PieceRefusal>> {
  const { name, mediaType } = file;
  try {
    const brought = await parseApart('page-text', { path: await soundPath(file), name, mediaType });
    if (brought === null) return { ok: false, why: 'no-text-inside' };
    let { html, markdown } = brought;
    for (const [no, picture] of brought.pictures.entries()) {
      const blob = await storeBlob(Readable.from([Buffer.from(picture)]));
      const laid = await lay({ ...blob, name: 'picture' });
      const name = laid.ok ? laid.name : '';
      html = html?.replaceAll(`"brought:${no}"`, `"${name}"`) ?? null;
      markdown = markdown?.replaceAll(`(brought:${no})`, `(${name})`) ?? null;
    }
    return { ok: true, text: { html, markdown } };
  } catch (error) {
    if (error instanceof NotNow || error instanceof BlobRefused) throw error;
    log.info({ err: error, sha256: file.sha256 }, 'a text could not be read');
    return { ok: false, why: 'no-text-inside' };
  }
}
