import { copyFile, mkdir, open, rename, rm, stat, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import pg from 'pg';
import { setAside } from '../blobs/collect';
import { hashFile } from '../blobs/hash-file';
import { blobPath } from '../blobs/store';
import { clock } from '../clock';
import { config } from '../config';
import { blobIn, dumpIn, keyIn, KEYS, MANIFEST, type Manifest } from './backup-folder';

/**
 * Writes database and blobs into a folder, as they are at one moment, while the server runs.
 *
 * The database is dumped from a snapshot (PostgreSQL documentation, `pg_export_snapshot`), and the blobs are those that this
 * snapshot knows: they are never changed, and what nothing refers to any more lies aside for a day. Blobs that are in the
 * folder from an earlier backup are not copied again.
 *
 * @param dump makes a dump of a snapshot into a file
 */
export async function writeBackup(
  folder: string,
  dump: (snapshot: string, path: string) => Promise<unknown>
): Promise<Manifest> {
  await mkdir(join(folder, 'keys'), { recursive: true, mode: 0o700 });
  // While it is written it is none.
  await rm(join(folder, MANIFEST), { force: true });
  const client = new pg.Client({ connectionString: config.databaseUrl });
  await client.connect();
  try {
    await client.query('begin isolation level repeatable read read only');
    const { rows: snapshots } = await client.query<{ name: string }>('select pg_export_snapshot() as name');
    const at = new Date(clock.now()).toISOString();
    await dump(snapshots[0]?.name ?? '', dumpIn(folder));
    const { rows } = await client.query<{ sha256: string; size: string }>('select sha256, size from blobs');
    const manifest: Manifest = {
      version: 1,
      at,
      dump: await hashFile(dumpIn(folder)),
      ...(await keepBlobs(folder, rows)),
      keys: await keepKeys(folder)
    };
    await writeSynced(join(folder, MANIFEST), `${JSON.stringify(manifest, null, 2)}\n`);
    return manifest;
  } finally {
    await client.end();
  }
}

async function keepBlobs(folder: string, rows: ReadonlyArray<{ sha256: string; size: string }>) {
  const damaged: string[] = [];
  let bytes = 0;
  for (const { sha256, size } of rows) {
    if (await keepBlob(blobIn(folder, sha256), sha256, Number(size))) bytes += Number(size);
    else damaged.push(sha256);
  }
  return { blobs: rows.length - damaged.length, bytes, damaged };
}

/** Copies a blob and holds the copy against its hash. @returns false where the stored bytes are not right */
async function keepBlob(to: string, sha256: string, size: number): Promise<boolean> {
  if ((await stat(to).catch(() => null))?.size === size) return true;
  await mkdir(dirname(to), { recursive: true, mode: 0o700 });
  const draft = `${to}.part`;
  try {
    await copyFile(blobPath(sha256), draft).catch(() => copyFile(setAside(sha256), draft));
    if ((await hashFile(draft)) !== sha256) return false;
    await rename(draft, to);
    return true;
  } catch {
    return false;
  } finally {
    await rm(draft, { force: true });
  }
}

async function keepKeys(folder: string): Promise<string[]> {
  const kept: string[] = [];
  for (const name of KEYS) {
    const there = await copyFile(join(dirname(config.blobFolder), name), keyIn(folder, name)).then(
      () => true,
      () => false
    );
    if (there) kept.push(name);
  }
  return kept;
}

async function writeSynced(path: string, text: string): Promise<void> {
  await writeFile(path, text, { mode: 0o600 });
  const file = await open(path);
  await file.sync().finally(() => file.close());
}
