import { randomBytes } from 'node:crypto';
import { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { PDFDocument } from 'pdf-lib';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import yazl from 'yazl';
import { z } from 'zod';
import { ArchiveTooLarge, readArchive, unpacksWithin } from '$server/blobs/archive';
import { inspectBlob } from '$server/blobs/inspect';
import { blobPath, storeBlob } from '$server/blobs/store';
import { select } from '$server/db/connection';
import { addFile } from '$server/gathering/pieces';
import { key, smallCourse } from './kit';

type School = Awaited<ReturnType<typeof smallCourse>>;
let school: School;
beforeAll(async () => {
  school = await smallCourse();
});

const store = (bytes: Uint8Array) => storeBlob(Readable.from([Buffer.from(bytes)]));
const lookAt = async (bytes: Uint8Array) => inspectBlob(await store(bytes));

async function pdf(): Promise<Buffer> {
  const document = await PDFDocument.create();
  document.addPage();
  return Buffer.from(await document.save({ useObjectStreams: false }));
}

/** A PNG whose header claims these sides; there is next to nothing behind it. */
/** A picture with something on it, small enough that nobody asks whether it is sharp. */
function drawn(width: number, height: number): Promise<Buffer> {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="50%" height="100%"/></svg>`;
  return sharp(Buffer.from(svg)).flatten({ background: 'white' }).png().toBuffer();
}

async function pngOf(width: number, height: number): Promise<Buffer> {
  const png = await sharp({ create: { width: 1, height: 1, channels: 3, background: 'white' } })
    .png()
    .toBuffer();
  png.writeUInt32BE(width, 16);
  png.writeUInt32BE(height, 20);
  png.writeUInt32BE(crc32(png.subarray(12, 29)), 29);
  return png;
}

/** CRC-32 as PNG writes it (ISO/IEC 15948, annex D). */
function crc32(bytes: Uint8Array): number {
  let crc = 0xffffffff;
  for (const byte of bytes) {
    crc ^= byte;
    for (let bit = 0; bit < 8; bit++) crc = crc & 1 ? (crc >>> 1) ^ 0xedb88320 : crc >>> 1;
  }
  return (crc ^ 0xffffffff) >>> 0;
}

/** An archive whose directory claims that its one file unpacks to so many bytes. */
async function archiveClaiming(bytes: number): Promise<Buffer> {
  const made = await archiveOf({ 'tides.txt': 'low at noon' });
  made.writeUInt32LE(bytes, made.indexOf(Buffer.from('PK\x01\x02', 'latin1')) + 24);
  return made;
}

async function archiveOf(entries: Record<string, Buffer | string>): Promise<Buffer> {
  const zip = new yazl.ZipFile();
  for (const [name, content] of Object.entries(entries)) zip.addBuffer(Buffer.from(content), name);
  zip.end();
  return buffer(zip.outputStream);
}

describe('what a look into a file tells', () => {
  it('finds nothing wrong with a sound PDF, picture and archive', async () => {
    expect(await lookAt(await pdf())).toEqual({});
    expect(await lookAt(await drawn(300, 200))).toEqual({ pixels: { width: 300, height: 200 } });
    expect(await lookAt(await archiveOf({ 'a.txt': 'tides' }))).toEqual({ unpacked: { bytes: 5 } });
    expect(await lookAt(Buffer.from('only words'))).toEqual({});
  });

  it('sees that the end of a PDF is missing', async () => {
    const whole = await pdf();
    expect(await lookAt(whole.subarray(0, whole.length - 30))).toEqual({ trouble: 'cut-off' });
  });

  it('sees that a PDF asks for a password', async () => {
    const locked = (await pdf()).toString('latin1').replace('/Root ', '/Encrypt 9 0 R /Root ');
    expect(await lookAt(Buffer.from(locked, 'latin1'))).toEqual({ trouble: 'locked' });
  });

  it('sees that an archive asks for a password', async () => {
    const made = await archiveOf({ 'a.txt': randomBytes(20) });
    const entry = made.indexOf(Buffer.from('PK\x01\x02', 'latin1'));
    made.writeUInt16LE(made.readUInt16LE(entry + 8) | 1, entry + 8);
    expect(await lookAt(made)).toMatchObject({ trouble: 'locked' });
  });

  it('refuses to draw a picture of 40,000 pixels a side', async () => {
    expect(await lookAt(await pngOf(40_000, 40_000))).toEqual({
      pixels: { width: 40_000, height: 40_000 },
      trouble: 'too-many-pixels'
    });
  });

  it('never opens an archive that claims to unpack to gigabytes', async () => {
    expect(await lookAt(await archiveClaiming(4_000_000_000))).toEqual({
      unpacked: { bytes: 4_000_000_000 },
      trouble: 'unpacks-too-large'
    });
  });

  it('calls damaged what is not what its type says', async () => {
    const broken = await pngOf(10, 10);
    expect(await lookAt(broken.subarray(0, 24))).toEqual({ trouble: 'damaged' });
    const archive = await archiveOf({ 'a.txt': randomBytes(400) });
    expect(await lookAt(archive.subarray(0, 200))).toEqual({ trouble: 'damaged' });
  });

  it('is kept, so that the bytes are read once', async () => {
    const bytes = await drawn(77, 33);
    const added = await addFile(school.ilse, {
      assignmentId: await school.set(),
      deliverableId: null,
      name: 'gauge.png',
      blob: await store(bytes),
      key: key()
    });
    expect(added).toMatchObject({ ok: true });
    const blob = await store(bytes);
    await inspectBlob(blob);
    const rows = await select(z.object({ facts: z.unknown() }), 'select facts from blob_facts where sha256 = $1', [
      blob.sha256
    ]);
    expect(rows).toEqual([{ facts: { pixels: { width: 77, height: 33 } } }]);
  });
});

describe('an archive that lies', () => {
  it('is stopped by what really comes out, whatever it claims', async () => {
    const bomb = await store(await archiveOf({ 'zeros.bin': Buffer.alloc(20_000_000) }));
    expect(bomb.size).toBeLessThan(100_000);
    expect(await unpacksWithin(blobPath(bomb.sha256), 1_000_000)).toBe(false);
    expect(await unpacksWithin(blobPath(bomb.sha256), 30_000_000)).toBe(true);
    await expect(readArchive(blobPath(bomb.sha256), () => true, 1_000_000)).rejects.toThrow(ArchiveTooLarge);
  });

  it('gives only the files that are wanted', async () => {
    const made = await store(await archiveOf({ 'content.xml': '<a/>', 'other.xml': 'x' }));
    const files = await readArchive(blobPath(made.sha256), (name) => name === 'content.xml', 1000);
    expect([...files].map(([name, bytes]) => [name, bytes.toString()])).toEqual([['content.xml', '<a/>']]);
  });

  it('is not read where a name in it leads outside (APPNOTE 4.4.17.1)', async () => {
    const made = (await archiveOf({ 'aa/bb/passwd': 'x' })).toString('latin1').replaceAll('aa/bb', '../..');
    const stored = await store(Buffer.from(made, 'latin1'));
    await expect(readArchive(blobPath(stored.sha256), () => true, 1000)).rejects.toThrow(/invalid relative path/);
  });
});
