import { randomBytes } from 'node:crypto';
import { rm, stat } from 'node:fs/promises';
import { z } from 'zod';
import type { Refusal } from '$core/packets/allowed';
import { keepableName } from '$core/pieces/names';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import type { Passage } from '$core/recordings/passages';
import { hasRoom } from '../blobs/disk';
import { config } from '../config';
import { select } from '../db/connection';
import { log } from '../log';
import { NotHere, type Outcome } from '../outcome';
import { parseApart } from '../parsing/pool';
import { promised } from '../shelf/quota';
import { askBoundFor } from './bound-for';
import { draftPath } from './draft-store';
import { beginUpload, type UploadMetadata } from './records';

/** A file that was sent while it was recorded, as its sender knows it. */
export interface RawPart {
  id: string;
  /** Bytes; all of them have to be here. */
  size: number;
}

/**
 * Makes one upload, whole and bound for its place, of the files that a recording was sent as while it was made. It is no
 * piece yet: its sender finishes it like any other (`finishUpload`), by the hash of what they made of the same.
 *
 * @param passages what of it is kept, in its order; null for everything
 * @returns the upload and its size in bytes. Where it is refused, what was sent stays as it was
 * @throws NotHere where a part is not theirs or not whole
 */
export async function putTogether(
  person: Actor,
  about: UploadMetadata,
  { parts, passages }: { parts: readonly RawPart[]; passages: readonly Passage[] | null }
): Promise<Outcome<{ id: string; size: number }, Refusal | PieceRefusal>> {
  await allHere(person, parts);
  const name = keepableName(about.filename);
  if (name === null) return { ok: false, why: 'name-too-long' };
  const id = randomBytes(16).toString('hex');
  const into = draftPath(id);
  const settled = await made(person, { id, name, about, into }, parts, passages).catch(async (error: unknown) => {
    await rm(into, { force: true });
    throw error;
  });
  const useless = settled.ok ? parts.map((part) => draftPath(part.id)) : [into];
  await Promise.all(useless.map((path) => rm(path, { force: true })));
  return settled;
}

async function made(
  person: Actor,
  upload: { id: string; name: string; about: UploadMetadata; into: string },
  parts: readonly RawPart[],
  passages: readonly Passage[] | null
): Promise<Outcome<{ id: string; size: number }, Refusal | PieceRefusal>> {
  const { id, name, about, into } = upload;
  const bytes = parts.reduce((sum, { size }) => sum + size, 0);
  if (!(await hasRoom(bytes))) return { ok: false, why: 'disk-full' };
  const paths = parts.map((part) => draftPath(part.id));
  try {
    await parseApart('recording', { parts: paths, passages: passages && [...passages], into });
  } catch (error) {
    log.info({ err: error }, 'a recording could not be put together');
    return { ok: false, why: 'broken-upload' };
  }
  const { size } = await stat(into);
  if (size > config.maxFileBytes) return { ok: false, why: 'too-large' };
  const fits = await askBoundFor(person, about, { name, size });
  if (!fits.ok) return fits;
  const begun = await promised(person, size, async (tx) => {
    // What it was made of gives its room back first. Another tab that did the same a moment before has it.
    const gone = await select(Gone, LET_GO, [parts.map((part) => part.id), person.id], tx);
    if (gone.length < parts.length) throw new NotHere('This recording');
    return beginUpload(person, { id, size, name, about, said: '' }, tx);
  });
  return begun === null ? { ok: false, why: 'shelf-full' } : { ok: true, id, size };
}

async function allHere(person: Actor, parts: readonly RawPart[]): Promise<void> {
  const known = await select(Gone, THEIRS, [parts.map((part) => part.id), person.id]);
  if (known.length !== new Set(parts.map((part) => part.id)).size) throw new NotHere('This recording');
  for (const part of parts) {
    const there = await stat(draftPath(part.id)).catch(() => null);
    if (there?.size !== part.size) throw new NotHere('All of this recording');
  }
}

const Gone = z.object({ id: z.string() });
const THEIRS = 'select id from uploads where id = any($1) and owner_id = $2 and raw';
const LET_GO = 'delete from uploads where id = any($1) and owner_id = $2 and raw returning id';
