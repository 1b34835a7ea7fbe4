import { askable } from '$ui/workers/ask-worker';

const ask = askable(
  () => new Worker(new URL('../../workers/hash.ts', import.meta.url), { type: 'module', name: 'hash' })
);

/**
 * SHA-256 of a file in lower-case hex, computed in a worker.
 *
 * @returns null where the file cannot be read here any more
 * @throws Error where what computes it could not be fetched, or failed: the file may be as it was
 */
export async function hashFile(file: Blob): Promise<string | null> {
  return (await ask<{ sha256: string | null }>({ file })).sha256;
}

/** Fetches what hashing needs, so that it is here when the line is not. */
export const prepareHashing = (): void => ask.begin();
