import { mkdir, readdir, rename, rm, stat, link } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { z } from 'zod';
import { DAY } from '$core/time/moment';
import { clock } from '../clock';
import { config } from '../config';
import { execute, select } from '../db/connection';
import { log } from '../log';
import { blobPath, INCOMING } from './store';

/** Bytes that nothing refers to are left alone for so long: whoever stored them may be about to say what they are. */
export const GRACE = 2 * DAY;
/** What was set aside is thrown away only after this: should anything have come to refer to it, it is put back. */
const ASIDE = DAY;
const TRASH = join(config.blobFolder, 'trash');
const AT_ONCE = 500;

/** Where bytes lie that were set aside, until they are thrown away. */
export const setAside = (sha256: string) => join(TRASH, sha256);

/**
 * Clears away stored bytes that nothing refers to any more, and those that nothing ever came to refer to.
 *
 * Safe beside uploads that are just arriving: storing gives a file a new age and registering it (`registerBlob`) a new one
 * in the database, under the row's lock; both are looked at again in the moment of taking away, and nothing is thrown away
 * at once.
 *
 * @param folder which of the 256 folders to walk through for bytes that the database does not know, '00' to 'ff'
 */
export async function collect(folder: string): Promise<{ setAside: number; thrownAway: number }> {
  const before = new Date(clock.now() - GRACE);
  const gone = await select(Row, FORGET, [before, AT_ONCE]);
  let moved = 0;
  for (const { sha256 } of gone) if (await putAside(sha256)) moved++;
  for (const sha256 of await unknownIn(folder)) if (await putAside(sha256)) moved++;
  await sweepIncoming();
  return { setAside: moved, thrownAway: await emptyTrash() };
}

const Row = z.object({ sha256: z.string() });

/** Everywhere that refers to bytes for their own sake. What is known of them goes with them. */
export const REFERENCES = [
  ['shelf_files', 'sha256'],
  ['shelf_versions', 'sha256'],
  ['pieces', 'sha256'],
  ['round_pieces', 'sha256'],
  ['round_pieces', 'returned_sha256'],
  ['pieces', 'spot_sha256'],
  ['round_pieces', 'spot_sha256'],
  ['pieces', 'captions_sha256'],
  ['round_pieces', 'captions_sha256'],
  ['materials', 'sha256'],
  ['post_files', 'sha256'],
  ['remark_voices', 'sha256'],
  ['own_data', 'sha256'],
  ['receipts', 'part_sha256'],
  ['portfolio_files', 'sha256'],
  ['portfolio_files', 'original_sha256'],
  ['link_looks', 'picture_sha256'],
  ['blob_pdfs', 'pdf_sha256'],
  ['blob_thumbnails', 'thumbnail_sha256'],
  ['blob_developed', 'picture_sha256'],
  ['page_pictures', 'sha256'],
  ['place_pictures', 'sha256'],
  ['blob_pictures', 'picture_sha256'],
  ['blob_forms', 'made_sha256']
] as const;

const unreferenced = (blob: string) =>
  REFERENCES.map(([table, column]) => `not exists (select 1 from ${table} r where r.${column} = ${blob}.sha256)`).join(
    ' and '
  );

const FORGET = `
  delete from blobs where sha256 in (
    select b.sha256 from blobs b where b.stored_at < $1
      and ${unreferenced('b')}
    limit $2)
  and stored_at < $1
  and ${unreferenced('blobs')}
  returning sha256`;

/** Files of one folder that the database does not know and that are old. */
async function unknownIn(folder: string): Promise<string[]> {
  const names: string[] = [];
  const root = join(config.blobFolder, folder);
  for (const below of await readdir(root).catch(() => []))
    names.push(...(await readdir(join(root, below)).catch(() => [])).filter((name) => /^[0-9a-f]{64}$/.test(name)));
  if (names.length === 0) return [];
  return (
    await select(
      Row,
      'select n as sha256 from unnest($1::text[]) n where not exists (select 1 from blobs b where b.sha256 = n)',
      [names]
    )
  ).map(({ sha256 }) => sha256);
}

/** Moves a file out of the store unless it is young; one that grew young in that moment goes back. */
async function putAside(sha256: string): Promise<boolean> {
  const place = blobPath(sha256);
  const aside = setAside(sha256);
  if (!(await isOld(place, GRACE))) return false;
  await mkdir(TRASH, { recursive: true, mode: 0o700 });
  await rename(place, aside);
  if (await isOld(aside, GRACE)) return true;
  await putBack(sha256);
  return false;
}

async function putBack(sha256: string): Promise<void> {
  const place = blobPath(sha256);
  await mkdir(dirname(place), { recursive: true, mode: 0o700 });
  // Where the same bytes have come anew meanwhile, those stay.
  await link(setAside(sha256), place).catch(() => undefined);
  await rm(setAside(sha256), { force: true });
}

/** Throws away what was set aside long ago, but what the database has come to know again. */
async function emptyTrash(): Promise<number> {
  const names = (await readdir(TRASH).catch(() => [])).slice(0, AT_ONCE);
  const known = new Set(
    (await select(Row, 'select sha256 from blobs where sha256 = any($1::text[])', [names])).map(({ sha256 }) => sha256)
  );
  let thrown = 0;
  for (const name of names) {
    if (known.has(name)) {
      log.warn({ sha256: name }, 'bytes that were set aside are wanted again');
      await putBack(name);
    } else if (await isOld(join(TRASH, name), GRACE + ASIDE)) {
      await rm(join(TRASH, name), { force: true });
      thrown++;
    }
  }
  return thrown;
}

/** Drafts that a process left behind as it died. Those of uploads have a sweep of their own. */
async function sweepIncoming(): Promise<void> {
  for (const entry of await readdir(INCOMING, { withFileTypes: true }).catch(() => []))
    if (entry.isFile() && begun(entry.name) < clock.now() - GRACE)
      await rm(join(INCOMING, entry.name), { force: true });
  await execute('delete from shelf_promises where until < $1', [new Date(clock.now())]);
}

/** When a draft was begun, by its name; never where the name does not say. */
const begun = (name: string) => Number(/^(\d+)-/.exec(name)?.[1] ?? Infinity);

async function isOld(path: string, age: number): Promise<boolean> {
  const there = await stat(path).catch(() => null);
  return there !== null && there.mtimeMs < clock.now() - age;
}
