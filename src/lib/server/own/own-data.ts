import type { Readable } from 'node:stream';
import { stringify } from 'csv-stringify/sync';
import yazl from 'yazl';
import { z } from 'zod';
import type { FamilyRefusal } from '$core/family/refusals';
import { partName } from '$core/materials/file-kinds';
import { mayWithOwn, type Actor } from '$core/people/policy';
import { DAY, HOUR } from '$core/time/moment';
import { openSound } from '../blobs/sound';
import { storeBlob } from '../blobs/store';
import { registerBlob } from '../blobs/register';
import { clock } from '../clock';
import { execute, inTransaction, ms, select } from '../db/connection';
import { enqueue } from '../db/queue';
import { foundFile, type Found } from '../materials/found';
import { log } from '../log';
import { NotHere, type Outcome } from '../outcome';
import { tell } from '../tidings/tell';
import { readOwnTables } from './own-tables';

/** It can be fetched for so long; then it is cleared away. */
const LASTS = 7 * DAY;
/** One that is being made for longer was given up by a server that stopped. */
const GIVEN_UP = 2 * HOUR;
/** Each is as large as all that somebody has. */
const MOST_A_DAY = 3;

/** What somebody asked for of all that is theirs. */
export interface OwnData {
  id: string;
  askedAt: number;
  madeAt: number | null;
  size: number | null;
  failed: boolean;
}

/** Asks for all that is a person's own as one ZIP; it is made behind the page. */
export async function askForOwnData(person: Actor): Promise<Outcome<object, FamilyRefusal>> {
  return inTransaction(async (tx) => {
    await execute('select pg_advisory_xact_lock(hashtextextended($1, 41))', [person.id], tx);
    const now = clock.now();
    const making = await select(
      Id,
      'select id from own_data where person_id = $1 and made_at is null and not failed and asked_at > $2',
      [person.id, new Date(now - GIVEN_UP)],
      tx
    );
    if (making.length > 0) return { ok: false, why: 'being-made' };
    const lately = await select(
      Id,
      'select id from own_data where person_id = $1 and asked_at > $2',
      [person.id, new Date(now - DAY)],
      tx
    );
    if (lately.length >= MOST_A_DAY) return { ok: false, why: 'asked-often' };
    const [asked] = await select(
      Id,
      'insert into own_data (person_id, asked_at) values ($1, $2) returning id',
      [person.id, new Date(now)],
      tx
    );
    await enqueue('own-data', { id: asked?.id ?? '' }, 0, tx);
    return { ok: true };
  });
}

/** What was asked for lately, the latest first. */
export function readOwnData(person: Actor): Promise<OwnData[]> {
  return select(
    OwnRow,
    `select id, ${ms('asked_at')} as "askedAt", ${ms('made_at')} as "madeAt", size::float8 as size, failed from own_data
     where person_id = $1 and asked_at > $2 order by asked_at desc limit 5`,
    [person.id, new Date(clock.now() - LASTS)]
  );
}

/** The bytes of one. @throws NotHere for everybody else */
export async function openOwnData(person: Actor, id: string): Promise<Found> {
  const [row] = await select(
    z.object({ personId: z.string(), sha256: z.string(), size: z.number(), at: z.number() }),
    `select person_id as "personId", sha256, size::float8 as size, ${ms('made_at')} as at from own_data where id = $1 and sha256 is not null`,
    [id]
  );
  if (!row || !mayWithOwn(person, row.personId)) throw new NotHere('This file');
  return foundFile({
    sha256: row.sha256,
    size: row.size,
    mediaType: 'application/zip',
    name: 'Everything of yours in Vendro.zip'
  });
}

/** Makes one, in the background. Doing so again changes nothing. */
export async function makeOwnData(id: string): Promise<void> {
  const [row] = await select(
    z.object({ personId: z.string(), madeAt: z.number().nullable() }),
    `select person_id as "personId", ${ms('made_at')} as "madeAt" from own_data where id = $1`,
    [id]
  );
  if (!row || row.madeAt !== null) return;
  try {
    const blob = await storeBlob(await zipOf(row.personId));
    await inTransaction(async (tx) => {
      await registerBlob({ ...blob, mediaType: 'application/zip' }, tx);
      const now = clock.now();
      await execute(
        'update own_data set made_at = $2, sha256 = $3, size = $4 where id = $1',
        [id, new Date(now), blob.sha256, blob.size],
        tx
      );
      const news = {
        kind: 'own-data',
        about: `own-data ${id}`,
        courseId: null,
        href: '/signed-in#own',
        at: now
      } as const;
      await tell({ people: [row.personId] }, { ...news, facts: { title: 'Everything of yours' } }, tx);
    });
  } catch (error) {
    log.error({ err: error, id }, 'what is somebody’s own could not be put together');
    await execute('update own_data set failed = true where id = $1', [id]);
  }
}

/** Lets go of what was fetched, or not, long ago. */
export async function dropOldData(): Promise<void> {
  await execute('delete from own_data where asked_at < $1', [new Date(clock.now() - LASTS)]);
}

/** Everything as it streams: works by assignment and round, receipts, and what was said and given as tables and as JSON. */
async function zipOf(personId: string): Promise<Readable> {
  const { files, receipts, tables } = await readOwnTables(personId);
  const zip = new yazl.ZipFile();
  const output = zip.outputStream as Readable;
  zip.on('error', (error: Error) => output.destroy(error));
  const mtime = new Date(clock.now());
  const names = new Set<string>();
  for (const { sha256, size, folder, name } of files) {
    zip.addReadStreamLazy(freePath(folder, name, names), { mtime, size, compress: false }, (give) => {
      openSound({ sha256, size }).then(
        (bytes) => give(null, bytes),
        (error: Error) => output.destroy(error)
      );
    });
  }
  for (const { number, jws, json } of receipts) {
    zip.addBuffer(Buffer.from(jws), `receipts/${number}.jws`, { mtime });
    zip.addBuffer(Buffer.from(JSON.stringify(json, null, 2)), `receipts/${number}.json`, { mtime });
  }
  for (const [name, rows] of Object.entries(tables)) {
    zip.addBuffer(Buffer.from(JSON.stringify(rows, null, 2)), `${name}.json`, { mtime });
    zip.addBuffer(Buffer.from(`\uFEFF${stringify(rows, { header: true, escape_formulas: true })}`), `${name}.csv`, {
      mtime
    });
  }
  zip.end();
  return output;
}

/** Two files of one name get numbers; nothing leads out of its folder. */
function freePath(folder: string, name: string, taken: Set<string>): string {
  const clean = (text: string) =>
    text
      .replace(/[\\/:*?"<>|\p{Cc}]/gu, '_')
      .replace(/^\.+|[. ]+$/g, '')
      .slice(0, 120) || '_';
  const into = folder.split('/').map(clean).join('/');
  const [stem, ending] = partName(clean(name));
  for (let n = 1; ; n++) {
    const path = `${into}/${stem}${n > 1 ? ` (${n})` : ''}${ending === '' ? '' : `.${ending}`}`;
    if (taken.has(path.toLowerCase())) continue;
    taken.add(path.toLowerCase());
    return path;
  }
}

const Id = z.object({ id: z.string() });
const OwnRow = z.object({
  id: z.string(),
  askedAt: z.number(),
  madeAt: z.number().nullable(),
  size: z.number().nullable(),
  failed: z.boolean()
});
