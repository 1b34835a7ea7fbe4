import { askable } from '$ui/workers/ask-worker';

const ask = askable(
  () => new Worker(new URL('../../workers/hash.ts', import.meta.url), { type: 'module', name: 'hash' })
);

/** SHA-256 of a file in lower-case hex, computed in a worker; null where the file cannot be read here. */
export async function hashFile(file: Blob): Promise<string | null> {
  try {
    return (await ask<{ sha256: string | null }>({ file })).sha256;
  } catch {
    return null;
  }
}
