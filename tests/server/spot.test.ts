import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import fc from 'fast-check';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import { z } from 'zod';
import { readOwnPacket, readAssignment } from '$server/assignments/read-assignment';
import { findSpot } from '$server/blobs/spot/find-spot';
import { storeBlob, blobPath, type StoredBlob } from '$server/blobs/store';
import { withoutSpot } from '$server/blobs/without-spot';
import { select } from '$server/db/connection';
import { addFile } from '$server/gathering/pieces';
import { decideSpot } from '$server/gathering/spot-of-piece';
import { takeFromShelf } from '$server/gathering/take-from-shelf';
import { readShelf } from '$server/shelf/read-shelf';
import { receiveSaid } from '$server/threads/receive-said';
import { handIn, key, smallCourse } from './kit';

/** Photographs that say where they were taken, in every place where they may. */
const GPS = {
  IFD0: { Make: 'Skerrow' },
  IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '62/1 0/1 41/1', GPSLongitudeRef: 'W', GPSLongitude: '6/1 46/1 12/1' }
};
const XMP =
  '<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description xmlns:exif="http://ns.adobe.com/exif/1.0/" exif:GPSLatitude="62,0.68N"><exif:GPSLongitude>6,46.2W</exif:GPSLongitude></rdf:Description></rdf:RDF></x:xmpmeta>';
const drawn = () =>
  sharp({
    create: {
      width: 64,
      height: 48,
      channels: 3,
      noise: { type: 'gaussian', mean: 120, sigma: 40 },
      background: '#789'
    }
  })
    .withExif(GPS)
    .withXmp(XMP);
const folder = mkdtempSync(join(tmpdir(), 'vendro-spot-'));

const MAKE: Record<string, () => Promise<Buffer>> = {
  'image/jpeg': () => drawn().jpeg().toBuffer(),
  'image/png': () => drawn().png().toBuffer(),
  'image/webp': () => drawn().webp().toBuffer(),
  'image/tiff': () => drawn().tiff().toBuffer(),
  'image/avif': () => drawn().avif({ effort: 0 }).toBuffer()
};
const store = (bytes: Buffer) => storeBlob(Readable.from([bytes]));
/** What another reader finds of where: sharp's own notes, and the words of XMP. */
async function saysWhere(path: string): Promise<boolean> {
  const { exif, xmp } = await sharp(path).metadata();
  const coordinates = Buffer.from([62, 0, 0, 0, 1, 0, 0, 0]);
  const big = Buffer.from([0, 0, 0, 62, 0, 0, 0, 1]);
  return (
    (exif?.includes(coordinates) ?? false) ||
    (exif?.includes(big) ?? false) ||
    /62,0\.68N|6,46\.2W/.test(xmp?.toString() ?? '')
  );
}
const pixels = (path: string) => sharp(path).raw().toBuffer();

describe.each(Object.entries(MAKE))('a picture in %s', (mediaType, make) => {
  it('no longer says where it was taken, and is the same to look at, to its last byte as long', async () => {
    const blob = await store(await make());
    expect(blob.mediaType).toBe(mediaType);
    const before = blobPath(blob.sha256);
    expect(await saysWhere(before)).toBe(true);
    const plain = await withoutSpot(blob);
    expect(plain).not.toBeNull();
    const after = blobPath(plain?.sha256 ?? '');
    expect(plain).toMatchObject({ size: blob.size, mediaType });
    expect(await saysWhere(after)).toBe(false);
    const kept = (await sharp(before).metadata()).exif?.includes('Skerrow');
    expect((await sharp(after).metadata()).exif?.includes('Skerrow')).toBe(kept);
    expect((await pixels(after)).equals(await pixels(before))).toBe(true);
    // Nothing is left to be taken out, and the file on the Shelf is as it was.
    expect(await withoutSpot(plain as StoredBlob)).toBeNull();
    expect(await saysWhere(before)).toBe(true);
  });
});

/** A box of the ISO base media format. */
const box = (type: string, ...content: Buffer[]) => {
  const inside = Buffer.concat(content);
  const head = Buffer.alloc(8);
  head.writeUInt32BE(inside.length + 8);
  head.write(type, 4, 'latin1');
  return Buffer.concat([head, inside]);
};
const word = (value: number) => {
  const bytes = Buffer.alloc(4);
  bytes.writeUInt32BE(value);
  return bytes;
};

describe('a film of a camera', () => {
  const SPOT = '+62.0114-006.7700/';
  it('loses where it was taken from its user data and from its keyed notes, and keeps its other notes', async () => {
    const keys = box(
      'keys',
      word(0),
      word(2),
      box('mdta', Buffer.from('com.apple.quicktime.location.ISO6709')),
      box('mdta', Buffer.from('com.apple.quicktime.model'))
    );
    const note = (number: number, text: string) =>
      box(word(number).toString('latin1'), box('data', word(1), word(0), Buffer.from(text)));
    const list = box('ilst', note(1, SPOT), note(2, 'a telephone'));
    const meta = box('meta', box('hdlr', Buffer.alloc(25)), keys, list);
    const film = Buffer.concat([
      box('ftyp', Buffer.from('qt  '), word(0), Buffer.from('qt  ')),
      box('mdat', Buffer.alloc(3000, 7)),
      box('moov', box('udta', box('\u00a9xyz', Buffer.from([0, SPOT.length, 0x15, 0xc7]), Buffer.from(SPOT))), meta)
    ]);
    const blob = await store(film);
    const plain = await withoutSpot({ ...blob, mediaType: 'video/quicktime' });
    const bytes = readFileSync(blobPath(plain?.sha256 ?? ''));
    expect(bytes.length).toBe(film.length);
    expect(film.includes(SPOT)).toBe(true);
    expect(bytes.includes(SPOT)).toBe(false);
    expect(bytes.includes('a telephone')).toBe(true);
  });
});

it('reads through whatever calls itself a picture or a film, without failing and without end', async () => {
  const files = await Promise.all(Object.values(MAKE).map((make) => make()));
  const path = join(folder, 'any');
  await fc.assert(
    fc.asyncProperty(
      fc.constantFrom(...files),
      fc.constantFrom(...Object.keys(MAKE), 'image/heic', 'video/mp4', 'video/quicktime'),
      fc.array(fc.tuple(fc.nat(4000), fc.integer({ min: 0, max: 255 })), { maxLength: 60 }),
      fc.nat(6000),
      async (whole, mediaType, changes, end) => {
        const bytes = Buffer.from(whole.subarray(0, end));
        for (const [at, value] of changes) if (at < bytes.length) bytes[at] = value;
        writeFileSync(path, bytes);
        for (const patch of await findSpot({ path, mediaType }))
          expect(patch.at + patch.bytes.length).toBeLessThanOrEqual(bytes.length + 14);
      }
    ),
    { numRuns: 300 }
  );
});

it('asks no more memory for entries that all name the same stretch', async () => {
  const notes = Buffer.alloc(60_000);
  notes.write('II*\0');
  notes.writeUInt32LE(8, 4);
  notes.writeUInt16LE(1, 8);
  notes.writeUInt16LE(0x8825, 10);
  notes.writeUInt32LE(40, 18);
  notes.writeUInt16LE(500, 40);
  for (let i = 0; i < 500; i++) {
    notes.writeUInt16LE(1, 42 + i * 12 + 2);
    notes.writeUInt16LE(5, 42 + i * 12);
    notes.writeUInt32LE(0x0fffffff, 42 + i * 12 + 4);
    notes.writeUInt32LE(100, 42 + i * 12 + 8);
  }
  const path = join(folder, 'greedy.tiff');
  writeFileSync(path, notes);
  const found = await findSpot({ path, mediaType: 'image/tiff' });
  expect(found.reduce((sum, { bytes }) => sum + bytes.length, 0)).toBeLessThan(2 * notes.length);
});

describe('in a packet', () => {
  let school: Awaited<ReturnType<typeof smallCourse>>;
  let photo: StoredBlob;
  beforeAll(async () => {
    school = await smallCourse();
    photo = await store(await (MAKE['image/jpeg'] as () => Promise<Buffer>)());
  });
  const piecesOf = async (assignmentId: string) =>
    (await readOwnPacket(await readAssignment(school.ilse, assignmentId))).pieces;
  const bytesOf = async (pieceId: string) => {
    const [row] = await select(z.object({ sha256: z.string() }), 'select sha256 from pieces where id = $1', [pieceId]);
    return row?.sha256 ?? '';
  };
  const add = async (assignmentId: string) => {
    const file = { assignmentId, deliverableId: null, name: 'pool.jpg', blob: photo, key: key() };
    const added = await addFile(school.ilse, file);
    return added.ok ? added.pieceId : '';
  };

  it('it is left out, stays on the Shelf, can be put back in and left out again', async () => {
    const assignmentId = await school.set();
    const pieceId = await add(assignmentId);
    expect(await saysWhere(blobPath(await bytesOf(pieceId)))).toBe(false);
    expect((await piecesOf(assignmentId))[0]).toMatchObject({ spotLeftOut: true, newer: null });
    const shelf = await readShelf(school.ilse, {});
    const own = shelf.files.find(({ name }) => name === 'pool.jpg');
    expect(own?.uses.map((use) => use.assignmentId)).toContain(assignmentId);
    expect(await decideSpot(school.ilse, { assignmentId, pieceId, spot: 'in' })).toEqual({ ok: true });
    expect(await bytesOf(pieceId)).toBe(photo.sha256);
    expect((await piecesOf(assignmentId))[0]).toMatchObject({ spotLeftOut: false, newer: null });
    expect(await decideSpot(school.ilse, { assignmentId, pieceId, spot: 'left-out' })).toEqual({ ok: true });
    expect(await saysWhere(blobPath(await bytesOf(pieceId)))).toBe(false);
    await expect(decideSpot(school.teodor, { assignmentId, pieceId, spot: 'in' })).rejects.toThrow();
  });

  it('it is left out of what is taken from the Shelf, and of the round, which is found from the Shelf', async () => {
    const assignmentId = await school.set();
    const shelf = await readShelf(school.ilse, {});
    const fileId = shelf.files.find(({ name }) => name === 'pool.jpg')?.id ?? '';
    await takeFromShelf(school.ilse, { assignmentId, deliverableId: null, fileIds: [fileId], key: key() });
    await handIn(school.ilse, assignmentId, 'beside it');
    const frozen = await select(
      z.object({ sha256: z.string() }),
      `select r.sha256 from round_pieces r join packets k on k.id = r.packet_id where k.assignment_id = $1 and r.name = 'pool.jpg'`,
      [assignmentId]
    );
    expect(frozen).toHaveLength(1);
    expect(await saysWhere(blobPath(frozen[0]?.sha256 ?? ''))).toBe(false);
    const again = await readShelf(school.ilse, {});
    const uses = again.files.find(({ id }) => id === fileId)?.uses ?? [];
    expect(uses.find((use) => use.assignmentId === assignmentId)).toMatchObject({ round: 1 });
  });

  const say = async (assignmentId: string, to: 'floor' | 'aside', more: Record<string, string> = {}) => {
    const form = new FormData();
    for (const [name, value] of Object.entries({ to, assignmentId, body: 'See here', ...more })) form.set(name, value);
    form.set('files', new File([new Uint8Array(readFileSync(blobPath(photo.sha256)))], 'pool.jpg'));
    const { answer } = await receiveSaid(
      school.ilse,
      new Request('http://vendro.example/said', { method: 'POST', body: form })
    );
    if (!answer.ok) throw new Error(answer.why);
    const [row] = await select(z.object({ sha256: z.string() }), 'select sha256 from post_files where post_id = $1', [
      answer.id
    ]);
    return { leftOut: answer.leftOut, where: await saysWhere(blobPath(row?.sha256 ?? '')) };
  };

  it('it is left out of what everyone in the course gets, and said so, unless its writer decides otherwise', async () => {
    const assignmentId = await school.set();
    expect(await say(assignmentId, 'floor')).toEqual({ leftOut: ['pool.jpg'], where: false });
    expect(await say(assignmentId, 'floor', { spots: 'kept' })).toEqual({ leftOut: [], where: true });
    expect(await say(assignmentId, 'aside')).toEqual({ leftOut: [], where: true });
  });
});
