import { mkdir, open, readFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { config } from './config';

/**
 * A key that lies in the data folder, outside of the database, where only this user reads it. Made once; of several
 * processes that would make it at the same time one does.
 */
export async function keyFile(name: string, make: () => Promise<Buffer | string>): Promise<Buffer> {
  const path = join(dirname(config.blobFolder), name);
  await mkdir(dirname(path), { recursive: true });
  try {
    const file = await open(path, 'wx', 0o600);
    await file.writeFile(await make());
    await file.sync().finally(() => file.close());
  } catch (error) {
    if (!(error instanceof Error && 'code' in error && error.code === 'EEXIST')) throw error;
  }
  return readFile(path);
}

/** Computes something once, and anew after it has failed: a fault that passes must not last as long as the process. */
export function once<T>(work: () => Promise<T>): () => Promise<T> {
  let known: Promise<T> | null = null;
  return () =>
    (known ??= work().catch((error: unknown) => {
      known = null;
      throw error;
    }));
}
