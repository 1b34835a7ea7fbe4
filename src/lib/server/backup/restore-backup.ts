import { createReadStream } from 'node:fs';
import { copyFile, mkdir, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { z } from 'zod';
import { hashFile } from '../blobs/hash-file';
import { noteHealed } from '../blobs/damage';
import { blobPath, storeBlob } from '../blobs/store';
import { config } from '../config';
import { database, select } from '../db/connection';
import { migrate } from '../db/migrate';
import { blobIn, dumpIn, keyIn, NoBackup, readManifest, type Manifest } from './backup-folder';

/**
 * Makes of a backup a school again, in an empty place: database, blobs and keys. The schema is then brought up to date.
 *
 * @param restore reads a dump into the database
 * @throws NoBackup where the folder is none, its dump is not what was written, or there are people here already
 */
export async function restoreBackup(folder: string, restore: (dump: string) => Promise<unknown>): Promise<Manifest> {
  const manifest = await readManifest(folder);
  if ((await hashFile(dumpIn(folder)).catch(() => '')) !== manifest.dump)
    throw new NoBackup(`${dumpIn(folder)} is not what was written: it is missing, cut off or altered.`);
  await mustBeEmpty();
  await mkdir(dirname(config.blobFolder), { recursive: true });
  for (const name of manifest.keys) await copyFile(keyIn(folder, name), join(dirname(config.blobFolder), name));
  // What was laid out for a school that nobody entered.
  await database.query('drop schema public cascade; drop schema if exists pgboss cascade; create schema public');
  await restore(dumpIn(folder));
  await migrate();
  await restoreBlobs(folder);
  return manifest;
}

async function mustBeEmpty(): Promise<void> {
  const [laid] = await select(z.object({ out: z.boolean() }), "select to_regclass('people') is not null as out");
  if (!laid?.out) return;
  const [anybody] = await select(z.object({ handle: z.string() }), 'select handle from people limit 1');
  if (anybody)
    throw new NoBackup(
      `There are people here already (${anybody.handle} is one). A backup is restored into an empty database and folder.`
    );
}

/**
 * Takes those blobs from a backup that are missing here or are not what was stored, and leaves all else as it is.
 *
 * @returns how many were mended, and the hashes of those that the backup does not have either
 */
export async function restoreBlobs(folder: string): Promise<{ mended: number; missing: string[] }> {
  const known = await select(
    z.object({ sha256: z.string(), size: z.number() }),
    'select sha256, size::float8 as size from blobs'
  );
  let mended = 0;
  const missing: string[] = [];
  for (const { sha256, size } of known) {
    if (await isSound(blobPath(sha256), sha256, size)) continue;
    const from = blobIn(folder, sha256);
    if (!(await isSound(from, sha256, size))) missing.push(sha256);
    else {
      await storeBlob(createReadStream(from), size);
      await noteHealed(sha256);
      mended++;
    }
  }
  return { mended, missing };
}

async function isSound(path: string, sha256: string, size: number): Promise<boolean> {
  return (await stat(path).catch(() => null))?.size === size && (await hashFile(path)) === sha256;
}
