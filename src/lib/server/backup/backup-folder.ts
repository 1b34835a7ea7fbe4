import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { z } from 'zod';

/**
 * A backup is a folder: `database.dump` (pg_dump, custom format), `blobs/` by their hashes, `keys/`, and `manifest.json`,
 * which is written last: a folder without it is no backup.
 */
export const Manifest = z.object({
  version: z.literal(1),
  /** The one moment of which all of it is. */
  at: z.iso.datetime(),
  /** SHA-256 of the dump. */
  dump: z.string(),
  blobs: z.number().int(),
  bytes: z.number(),
  /** Files whose stored bytes were not right, and which are therefore not in it. */
  damaged: z.array(z.string()),
  keys: z.array(z.string())
});
export type Manifest = z.infer<typeof Manifest>;

export const DUMP = 'database.dump';
export const MANIFEST = 'manifest.json';
/** Keys that lie beside the blobs: by which receipts are signed, and passwords of outside stores sealed. */
export const KEYS = ['receipts.jwk', 'secret.key'];

export const dumpIn = (folder: string) => join(folder, DUMP);
export const keyIn = (folder: string, name: string) => join(folder, 'keys', name);
export const blobIn = (folder: string, sha256: string) => join(folder, 'blobs', sha256.slice(0, 2), sha256);

/** This folder is no backup, or not a whole one. */
export class NoBackup extends Error {
  override name = 'NoBackup';
}

/** @throws NoBackup */
export async function readManifest(folder: string): Promise<Manifest> {
  const text = await readFile(join(folder, MANIFEST), 'utf8').catch(() => null);
  if (text === null) throw new NoBackup(`${folder} holds no whole backup: it has no ${MANIFEST}.`);
  try {
    return Manifest.parse(JSON.parse(text));
  } catch {
    throw new NoBackup(`${join(folder, MANIFEST)} is not what a backup says of itself.`);
  }
}
