import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { troubleWords } from '$core/materials/facts';
import { inspectBlob } from '$server/blobs/inspect';
import { mediaTypeOf } from '$server/blobs/media-type';
import { registerBlob } from '$server/blobs/register';
import { blobPath, storeBlob } from '$server/blobs/store';
import { inTransaction } from '$server/db/connection';
import { developedOf, thumbnailOf } from '$server/materials/drawn-anew';
import { previewOf } from '$server/materials/preview';
import { tableOf } from '$server/materials/tables';
import { NotHere } from '$server/outcome';
import { readWords } from '$server/reading/read-words';
import { shrunkPicture } from '$server/pages/shrunk-picture';

/** Files as telephones, cameras and spreadsheets write them. */
const folder = mkdtempSync(join(tmpdir(), 'vendro-as-they-come-'));

async function kept(name: string, bytes: Buffer) {
  const blob = await storeBlob(Readable.from([bytes]));
  await inTransaction((tx) => registerBlob(blob, tx));
  return { ...blob, name };
}
const middle = async (path: string) => {
  const { data, info } = await sharp(path).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  const at = (Math.floor((info.height * 95) / 160) * info.width + Math.floor((info.width * 170) / 240)) * 3;
  return [...data.subarray(at, at + 3)];
};
const near = (colour: number[], of: number[]) => colour.every((value, i) => Math.abs(value - (of[i] ?? 0)) < 16);

describe('a picture of a newer telephone (HEVC in HEIF)', () => {
  it('is looked at, shown and made small, drawn anew', async () => {
    const file = await kept('pool.heic', readFileSync('tests/files/pool.heic'));
    expect(file.mediaType).toBe('image/heic');
    expect(await inspectBlob(file)).toEqual({ pixels: { width: 240, height: 160 } });
    expect(await previewOf(file)).toEqual({ kind: 'developed' });
    const shown = await developedOf(file);
    expect(shown.mediaType).toBe('image/webp');
    expect(near(await middle(blobPath(shown.sha256)), [0xf4, 0xef, 0xe2])).toBe(true);
    expect((await sharp(blobPath((await thumbnailOf(file)).sha256)).metadata()).width).toBe(96);
    expect((await shrunkPicture(file))?.mediaType).toMatch(/^image\/(png|jpeg)$/);
    // Made once.
    expect((await developedOf(file)).sha256).toBe(shown.sha256);
  });

  it('that is cut off says so before it is submitted, and is not shown', async () => {
    const whole = readFileSync('tests/files/pool.heic');
    const file = await kept('cut.heic', Buffer.concat([whole.subarray(0, whole.length - 500), Buffer.alloc(500)]));
    const facts = await inspectBlob(file);
    expect(facts.trouble).toBe('rare-picture');
    expect(troubleWords(facts)).toContain('may not be able to open it: save it as JPEG');
    expect(await previewOf(file)).toMatchObject({ kind: 'unreadable' });
    await expect(developedOf(file)).rejects.toThrow(NotHere);
  });
});

it('a TIFF is shown and made small', async () => {
  const tiff = await sharp('tests/files/../../static/baton.svg').resize(240, 160, { fit: 'fill' }).tiff().toBuffer();
  const file = await kept('plate.tif', tiff);
  expect(await previewOf(file)).toEqual({ kind: 'developed' });
  expect((await sharp(blobPath((await developedOf(file)).sha256)).metadata()).width).toBe(240);
  expect((await thumbnailOf(file)).mediaType).toBe('image/webp');
});

it('a film that not every device shows says so while there is time, and is played where it can be', async () => {
  const file = await kept('pool.mp4', readFileSync('tests/files/pool-hevc.mp4'));
  const facts = await inspectBlob(file);
  expect(facts).toMatchObject({ recording: { seconds: 1 }, trouble: 'rare-film' });
  expect(troubleWords(facts)).toContain('save it as MP4 with H.264');
  expect(await previewOf(file)).toEqual({ kind: 'film' });
});

describe('a table of a spreadsheet', () => {
  const text = 'Stöð;Tegund;Fjöldi\nNorður;þari – “brúnn”;5 €\n';
  const in1252: Record<string, number> = { '–': 0x96, '“': 0x93, '”': 0x94, '€': 0x80 };
  it.each([
    ['UTF-8', Buffer.from(text)],
    ['UTF-16, little end first', Buffer.from(`\ufeff${text}`, 'utf16le')],
    ['UTF-16, big end first', Buffer.from(`\ufeff${text}`, 'utf16le').swap16()],
    ['Windows-1252', Buffer.from([...text].map((letter) => in1252[letter] ?? letter.charCodeAt(0)))]
  ])('in %s is told to be text, and read', async (name, bytes) => {
    const path = join(folder, `${name}.csv`);
    writeFileSync(path, bytes);
    expect(await mediaTypeOf(path)).toBe('text/plain');
    expect((await tableOf({ path, name: 'x.csv' })).rows).toEqual([
      ['Stöð', 'Tegund', 'Fjöldi'],
      ['Norður', 'þari – “brúnn”', '5 €']
    ]);
    expect((await readWords({ path, name: 'x.csv', mediaType: 'text/plain' })).text).toContain('þari');
  });
});

it('a text beyond what is shown of it is counted whole', async () => {
  const path = join(folder, 'long.txt');
  writeFileSync(path, 'limpet and kelp '.repeat(100_000));
  const read = await readWords({ path, name: 'long.txt', mediaType: 'text/plain' });
  expect(read.words).toBe(300_000);
  expect(read.text.length).toBe(1_000_000);
});
