import type { StoreTrouble } from '$core/shelf/outside';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { pipeline, Transform, type Readable } from 'node:stream';
import { inspectBlob } from '../../blobs/inspect';
import { BlobRefused, storeBlob } from '../../blobs/store';
import { config } from '../../config';
import type { Outcome } from '../../outcome';
import { keepOnShelf } from '../keep-on-shelf';
import { whilePromised } from '../quota';
import { askStore, staysWithin } from './dav';
import { lookAtFile } from './listing';
import { openStore, storeTrouble } from './store';
import type { IncomingMessage } from 'node:http';

const PATIENCE = 15_000;
/** A store that says nothing for so long will say nothing more. */
const SILENCE = 20_000;

/**
 * Takes a copy of a file in the person's outside store as it is now, onto their Shelf. Nothing in the store is changed,
 * and later changes there do not reach the copy.
 *
 * @param onProgress bytes that have come, and how many there are; 0 where the store does not say
 * @param signal     ends it; nothing is kept then
 */
export async function copyFromStore(
  person: Actor,
  path: string,
  onProgress: (copied: number, of: number) => void,
  signal: AbortSignal
): Promise<Outcome<{ name: string; fileId: string }, StoreTrouble | PieceRefusal>> {
  const account = await openStore(person);
  if (!account) return { ok: false, why: 'not-connected' };
  if (!staysWithin(path)) return { ok: false, why: 'gone' };
  try {
    const about = await lookAtFile(account, path, AbortSignal.any([signal, AbortSignal.timeout(PATIENCE)]));
    if (about.kind !== 'file') return { ok: false, why: 'gone' };
    if (about.size === 0) return { ok: false, why: 'empty-file' };
    const source = await askStore(account, { method: 'GET', path, signal });
    // Some stores say only with the file itself how long it is, and some not even then.
    const size = about.size ?? lengthOf(source);
    if (size !== null && size > config.maxFileBytes) {
      source.destroy();
      return { ok: false, why: 'too-large' };
    }
    const most = size ?? config.maxFileBytes;
    const copied = await whilePromised(person, most, async () => {
      const blob = await storeBlob(
        counted(source, (bytes) => onProgress(bytes, size ?? 0), signal),
        most
      );
      if (size !== null && blob.size !== size) return { ok: false, why: 'broken-upload' } as const;
      const kept = await keepOnShelf(person, { name: about.name, blob, came: 'store', folder: null });
      if (kept.ok) await inspectBlob(blob);
      return kept;
    });
    if (copied === null) source.destroy();
    return copied ?? { ok: false, why: 'shelf-full' };
  } catch (error) {
    return { ok: false, why: error instanceof BlobRefused ? error.why : storeTrouble(error) };
  }
}

function lengthOf({ headers }: IncomingMessage): number | null {
  const length = Number(headers['content-length'] ?? Number.NaN);
  return Number.isNaN(length) ? null : length;
}

/** What comes from the store, counted on its way; ends with an error when it falls silent or is given up. */
function counted(source: Readable, onBytes: (copied: number) => void, signal: AbortSignal): Readable {
  let copied = 0;
  const stop = () => source.destroy(new Error('Given up.'));
  let silence = setTimeout(stop, SILENCE);
  const meter = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      copied += chunk.length;
      clearTimeout(silence);
      silence = setTimeout(stop, SILENCE);
      onBytes(copied);
      done(null, chunk);
    }
  });
  signal.addEventListener('abort', stop, { once: true });
  pipeline(source, meter, () => clearTimeout(silence));
  return meter;
}
