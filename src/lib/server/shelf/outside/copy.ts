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
import { openStore, storeTrouble } from './store';

const PATIENCE = 8000;
/** A store that says nothing for so long will say nothing more. */
const SILENCE = 20_000;

/**
 * Takes a copy of a file in the person's outside store as it is now, onto their Shelf. Nothing in the store is changed,
 * and later changes there do not reach the copy.
 *
 * @param onProgress bytes that have come, and how many there are
 * @param signal     ends it; nothing is kept then
 */
export async function copyFromStore(
  person: Actor,
  path: string,
  onProgress: (copied: number, of: number) => void,
  signal: AbortSignal
): Promise<Outcome<{ name: string; fileId: string }, StoreTrouble | PieceRefusal>> {
  const client = await openStore(person);
  if (!client) return { ok: false, why: 'not-connected' };
  try {
    const about = await client.stat(path, { signal: AbortSignal.timeout(PATIENCE) });
    if (!('size' in about) || about.type !== 'file') return { ok: false, why: 'gone' };
    if (about.size === 0) return { ok: false, why: 'empty-file' };
    if (about.size > config.maxFileBytes) return { ok: false, why: 'too-large' };
    const copied = await whilePromised(person, about.size, async () => {
      const source = client.createReadStream(path, { signal }) as unknown as Readable;
      const counting = counted(source, (bytes) => onProgress(bytes, about.size), signal);
      const blob = await storeBlob(counting, about.size);
      if (blob.size !== about.size) return { ok: false, why: 'broken-upload' } as const;
      const kept = await keepOnShelf(person, { name: about.basename, blob, came: 'store', folder: null });
      if (kept.ok) await inspectBlob(blob);
      return kept;
    });
    return copied ?? { ok: false, why: 'shelf-full' };
  } catch (error) {
    return { ok: false, why: error instanceof BlobRefused ? error.why : storeTrouble(error) };
  }
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
