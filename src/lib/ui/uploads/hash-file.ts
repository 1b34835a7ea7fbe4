import { askWorker } from '$ui/workers/ask-worker';

let worker: Worker | null = null;

/** SHA-256 of a file in lower-case hex, computed in a worker; null where the file cannot be read here. */
export async function hashFile(file: Blob): Promise<string | null> {
  worker ??= new Worker(new URL('../../workers/hash.ts', import.meta.url), { type: 'module', name: 'hash' });
  try {
    const { sha256 } = await askWorker<{ sha256: string | null }>(worker, { file });
    return sha256;
  } catch {
    // The next file gets a worker of its own.
    worker = null;
    return null;
  }
}
