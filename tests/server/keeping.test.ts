import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync, rmSync, truncateSync, utimesSync, writeFileSync } from 'node:fs';
import { statSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { z } from 'zod';
import { collect, GRACE, REFERENCES } from '$server/blobs/collect';
import { BlobDamaged, readDamaged } from '$server/blobs/damage';
import { registerBlob } from '$server/blobs/register';
import { scrub } from '$server/blobs/scrub';
import { openSound } from '$server/blobs/sound';
import { blobPath, storeBlob, type StoredBlob } from '$server/blobs/store';
import { config } from '$server/config';
import { inTransaction, select } from '$server/db/connection';
import { sendFile } from '$server/blobs/send-file';
import { bagOf } from '$server/receipts/bag';
import { readReceipt } from '$server/receipts/read-receipt';
import { receiveFiles } from '$server/gathering/receive-files';
import { emptyBin, binFile } from '$server/shelf/arrange-shelf';
import { keepOnShelf } from '$server/shelf/keep-on-shelf';
import { promised, readQuota, whilePromised } from '$server/shelf/quota';
import { takeKnown } from '$server/uploads/take-known-bytes';
import { at, attach, count, DAY, handIn, HOUR, key, MONDAY, officePerson, packetOf, person, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
let office: { id: string };
beforeAll(async () => {
  school = await smallCourse();
  office = await officePerson();
});
beforeEach(() => at(MONDAY));

async function stored(bytes: Buffer | string = randomBytes(2000)): Promise<StoredBlob> {
  const blob = await storeBlob(Readable.from([Buffer.from(bytes)]));
  await inTransaction((tx) => registerBlob(blob, tx));
  return blob;
}

const HARM: Record<string, (path: string) => void> = {
  missing: (path) => rmSync(path),
  cut: (path) => truncateSync(path, 10),
  altered: (path) => {
    const bytes = readFileSync(path);
    bytes[5] = (bytes[5] ?? 0) ^ 1;
    writeFileSync(path, bytes);
  }
};

describe('stored bytes', () => {
  it.each(Object.keys(HARM))('that are %s fail their own download, with words, and no other', async (what) => {
    const [blob, sound] = [await stored(), await stored()];
    // Once as it was, so that it counts as known.
    await buffer(await openSound(blob));
    HARM[what]?.(blobPath(blob.sha256));
    const answer = await sendFile({ ...blob, name: 'report.txt' });
    expect(answer.status).toBe(503);
    expect(await answer.text()).toContain('damaged where it is kept');
    const part = await sendFile(
      { ...blob, name: 'report.txt' },
      new Request('http://x/', { headers: { range: 'bytes=0-4' } })
    );
    expect(part.status).toBe(503);
    expect((await sendFile({ ...sound, name: 'other.txt' })).status).toBe(200);
    expect(await readDamaged()).toContainEqual(expect.objectContaining({ sha256: blob.sha256, what }));
  });

  it('that are large and altered never leave whole', async () => {
    const bytes = randomBytes(40 * 1024 * 1024);
    const blob = await stored(bytes);
    const path = blobPath(blob.sha256);
    HARM.altered?.(path);
    await expect(buffer(await openSound(blob))).rejects.toThrow(BlobDamaged);
    const film = await openSound(blob, { start: 0, end: blob.size - 1 });
    film.pause();
    await expect(new Promise((_, reject) => film.on('error', reject))).rejects.toThrow(BlobDamaged);
  });

  it('heal when the right ones arrive again', async () => {
    const blob = await stored('the count of station four');
    HARM.altered?.(blobPath(blob.sha256));
    await expect(openSound(blob)).rejects.toThrow(BlobDamaged);
    await stored('the count of station four');
    expect((await buffer(await openSound(blob))).toString()).toBe('the count of station four');
    expect(await count('select count(*) as n from blob_troubles where sha256 = $1', [blob.sha256])).toBe(0);
  });

  it('are asked for anew where they are damaged, instead of taken for known', async () => {
    const blob = await stored('known but harmed');
    await keepOnShelf(school.ilse, { name: 'a.txt', blob, came: 'upload', folder: null });
    const take = () => takeKnown(school.ilse, { filename: 'b.txt', sha256: blob.sha256, key: key() });
    expect(await take()).toMatchObject({ ok: true });
    HARM.missing?.(blobPath(blob.sha256));
    expect(await take()).toBeNull();
  });

  it('are readable by nobody else on the machine', async () => {
    const { sha256 } = await stored();
    expect(statSync(blobPath(sha256)).mode & 0o077).toBe(0);
    expect(statSync(config.blobFolder).mode & 0o077).toBe(0);
  });

  it('end the bag that wants them with words, not the server', async () => {
    const assignment = await school.set();
    await attach(school.teodor, assignment, 'a packet of two');
    await handIn(school.teodor, assignment, 'the second of them');
    const [row] = await select(z.object({ number: z.string() }), 'select number from receipts where packet_id = $1', [
      await packetOf(school.teodor, assignment)
    ]);
    const { receipt, jws } = await readReceipt(school.teodor, row?.number ?? '');
    expect((await buffer(await bagOf(receipt, jws))).length).toBeGreaterThan(500);
    HARM.missing?.(blobPath(receipt.pieces[0]?.sha256 ?? ''));
    await expect(bagOf(receipt, jws)).rejects.toThrow(BlobDamaged);
  });
});

describe('the scrub', () => {
  it('finds what nobody has asked for, tells the office once, and looks at each blob once a week', async () => {
    const [good, bad] = [await stored(), await stored()];
    HARM.altered?.(blobPath(bad.sha256));
    const tidings = () =>
      count("select count(*) as n from tidings where person_id = $1 and kind = 'damage'", [office.id]);
    const before = await tidings();
    expect((await scrub()).damaged).toBeGreaterThan(0);
    expect(await tidings()).toBe(before + 1);
    expect((await scrub()).looked).toBe(0);
    at(MONDAY + 8 * DAY);
    expect((await scrub()).looked).toBeGreaterThan(1);
    expect(await tidings()).toBe(before + 1);
    expect(await readDamaged()).toContainEqual(expect.objectContaining({ sha256: bad.sha256 }));
    expect(await readDamaged()).not.toContainEqual(expect.objectContaining({ sha256: good.sha256 }));
  });
});

describe('what nothing refers to', () => {
  const folderOf = ({ sha256 }: StoredBlob) => sha256.slice(0, 2);

  it('is set aside after a grace period and thrown away later; what is referred to stays', async () => {
    const [loose, kept] = [await stored(), await stored()];
    await keepOnShelf(school.ilse, { name: 'kept.txt', blob: kept, came: 'upload', folder: null });
    await collect(folderOf(loose));
    expect(existsSync(blobPath(loose.sha256))).toBe(true);
    at(MONDAY + GRACE + HOUR);
    await collect(folderOf(loose));
    expect(existsSync(blobPath(loose.sha256))).toBe(false);
    expect(await count('select count(*) as n from blobs where sha256 = $1', [loose.sha256])).toBe(0);
    at(MONDAY + GRACE + 2 * DAY);
    expect((await collect('00')).thrownAway).toBeGreaterThan(0);
    expect((await buffer(await openSound(kept))).length).toBe(kept.size);
  });

  it('is found on the disk too, where the database never knew it', async () => {
    const blob = await storeBlob(Readable.from([randomBytes(500)]));
    at(MONDAY + GRACE + HOUR);
    await collect(folderOf(blob));
    expect(existsSync(blobPath(blob.sha256))).toBe(false);
  });

  it('is left alone while it arrives anew', async () => {
    const bytes = randomBytes(700);
    const blob = await stored(bytes);
    at(MONDAY + GRACE + HOUR);
    // Stored again, and not registered yet: its age on the disk has begun anew.
    await storeBlob(Readable.from([bytes]));
    await collect(folderOf(blob));
    expect(existsSync(blobPath(blob.sha256))).toBe(true);
    const registered = inTransaction((tx) => registerBlob(blob, tx));
    await Promise.all([registered, collect(folderOf(blob))]);
    expect(await count('select count(*) as n from blobs where sha256 = $1', [blob.sha256])).toBe(1);
    expect(existsSync(blobPath(blob.sha256))).toBe(true);
  });

  it('comes back where it is wanted after it was set aside', async () => {
    const bytes = randomBytes(900);
    const blob = await stored(bytes);
    at(MONDAY + GRACE + HOUR);
    await collect(folderOf(blob));
    // As if its row had come back by a transaction that was open all the while.
    await inTransaction((tx) => registerBlob(blob, tx));
    await collect('00');
    expect((await buffer(await openSound(blob))).equals(bytes)).toBe(true);
  });

  it('goes with an emptied bin, but not what a round holds', async () => {
    const assignment = await school.set();
    await handIn(school.ilse, assignment, 'held by a round');
    const [held] = await select(
      z.object({ sha256: z.string(), id: z.string() }),
      `select f.sha256, f.id from shelf_files f where f.owner_id = $1 and f.name = 'report.txt' order by added_at desc limit 1`,
      [school.ilse.id]
    );
    await binFile(school.ilse, { fileId: held?.id ?? '' });
    await emptyBin(school.ilse);
    at(MONDAY + GRACE + HOUR);
    await collect((held?.sha256 ?? '').slice(0, 2));
    expect(existsSync(blobPath(held?.sha256 ?? ''))).toBe(true);
  });

  it('is looked for wherever the database refers to bytes', async () => {
    const referring = await select(
      z.object({ table: z.string(), column: z.string() }),
      `select c.conrelid::regclass::text as table, a.attname as column
       from pg_constraint c join pg_attribute a on a.attrelid = c.conrelid and a.attnum = c.conkey[1]
       where c.contype = 'f' and c.confrelid = 'blobs'::regclass and c.confdeltype <> 'c'`
    );
    expect(referring.map(({ table, column }) => `${table}.${column}`).sort()).toEqual(
      REFERENCES.map(([table, column]) => `${table}.${column}`).sort()
    );
  });
});

describe('room on the Shelf', () => {
  it('is promised to one after the other, however many come at once', async () => {
    const pilar = await person('Pilar');
    const { most } = await readQuota(pilar);
    const third = Math.floor(most / 3);
    const keep = () =>
      promised(pilar, third, async (tx) => {
        const { execute } = await import('$server/db/connection');
        const until = new Date(MONDAY + DAY);
        await execute(
          'insert into shelf_promises (owner_id, bytes, until) values ($1, $2, $3)',
          [pilar.id, third, until],
          tx
        );
        return true;
      });
    const answers = await Promise.all(Array.from({ length: 6 }, keep));
    expect(answers.filter((answer) => answer === true)).toHaveLength(3);
    // A promise whose process died is forgotten.
    at(MONDAY + 2 * DAY);
    expect(await whilePromised(pilar, most, () => Promise.resolve('fits'))).toBe('fits');
  });

  it('is asked for by forms before a byte is kept', async () => {
    const assignment = await school.set();
    const form = new FormData();
    form.set('deliverable', '');
    form.set('key', key());
    form.append('files', new File(['x'.repeat(100)], 'a.txt'));
    const sent = new Response(form);
    const headers = {
      'content-type': sent.headers.get('content-type') ?? '',
      'content-length': String(config.shelfBytes + 1)
    };
    const request = new Request('http://x/', { method: 'POST', headers, body: await sent.arrayBuffer() });
    expect(await receiveFiles(school.ilse, assignment, request)).toMatchObject({
      added: [],
      refused: [{ name: 'a.txt', why: 'shelf-full' }]
    });
  });
});

it('gives what is stored its age by our own clock', async () => {
  const { sha256 } = await stored();
  expect(statSync(blobPath(sha256)).mtimeMs).toBe(MONDAY);
  utimesSync(blobPath(sha256), 0, 0);
});

it('sweeps drafts by when they were begun on our clock, and none that is just coming in', async () => {
  const incoming = join(config.blobFolder, 'incoming');
  const [old, young] = [`${MONDAY}-left-behind`, `${MONDAY + GRACE}-coming-in`];
  for (const name of [old, young]) writeFileSync(join(incoming, name), 'half');
  at(MONDAY + GRACE + HOUR);
  await collect('00');
  expect([old, young].map((name) => existsSync(join(incoming, name)))).toEqual([false, true]);
  rmSync(join(incoming, young));
});

it('forgets what an older looking found, where it looks again', async () => {
  const { inspectBlob } = await import('$server/blobs/inspect');
  const { execute } = await import('$server/db/connection');
  const blob = await stored('a sound text');
  const before = JSON.stringify({ trouble: 'damaged' });
  await execute('insert into blob_facts (sha256, by, facts) values ($1, 1, $2)', [blob.sha256, before]);
  expect(await inspectBlob(blob)).toEqual({});
  expect(await inspectBlob(blob)).toEqual({});
});
