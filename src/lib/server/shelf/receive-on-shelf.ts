import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { inspectBlob } from '../blobs/inspect';
import { readMultipart, type IncomingFile } from '../blobs/multipart';
import { BlobRefused, storeBlob } from '../blobs/store';
import { config } from '../config';
import type { Outcome } from '../outcome';
import { keepOnShelf } from './keep-on-shelf';
import { whilePromised } from './quota';

/** The longest form that is read, in bytes. */
const LONGEST = 2 * config.maxFileBytes;

/**
 * Takes files onto the Shelf from a plain form, as they stream in. What arrived before one that is refused stays.
 *
 * @returns the names of what lies there now
 * @throws BlobRefused where the form breaks off, or is none
 */
export async function receiveOnShelf(
  person: Actor,
  request: Request
): Promise<Outcome<{ names: string[] }, PieceRefusal>> {
  // A form that does not say how long it is may be as long as any.
  const coming = Number(request.headers.get('content-length') ?? LONGEST);
  const read = await whilePromised(person, coming, () => readMultipart(request, LONGEST, (file) => keep(person, file)));
  if (read === null) return { ok: false, why: 'shelf-full' };
  const refused = read.taken.find((one) => !one.ok);
  if (refused && !refused.ok) return refused;
  const names = read.taken.flatMap((one) => (one.ok ? [one.name] : []));
  return names.length === 0 ? { ok: false, why: 'no-file' } : { ok: true, names };
}

async function keep(person: Actor, { name, stream }: IncomingFile): Promise<Outcome<{ name: string }, PieceRefusal>> {
  try {
    const blob = await storeBlob(stream);
    const kept = await keepOnShelf(person, { name, blob, came: 'upload', folder: null });
    if (kept.ok) await inspectBlob(blob);
    return kept;
  } catch (error) {
    if (error instanceof BlobRefused) return { ok: false, why: error.why };
    throw error;
  }
}
