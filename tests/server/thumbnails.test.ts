import { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { registerBlob } from '$server/blobs/register';
import { openSound } from '$server/blobs/sound';
import { storeBlob } from '$server/blobs/store';
import { inTransaction } from '$server/db/connection';
import { thumbnailOf } from '$server/materials/drawn-anew';
import { count } from './kit';

async function kept(name: string, content: Buffer) {
  const blob = await storeBlob(Readable.from([content]));
  await inTransaction((tx) => registerBlob(blob, tx));
  return { ...blob, name };
}
const photograph = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#2c6e7f' } })
    .jpeg()
    .toBuffer();

describe('a small picture of a picture', () => {
  it('is small, of one kind, and made once, whoever asks and how many at a time', async () => {
    const file = await kept('pool.jpg', await photograph(1200, 300));
    const [one, two] = await Promise.all([thumbnailOf(file), thumbnailOf(file)]);
    expect(two.sha256).toBe(one.sha256);
    const made = sharp(await buffer(await openSound(one)));
    expect(await made.metadata()).toMatchObject({ format: 'webp', width: 96, height: 96 });
    expect(one.size).toBeLessThan(5000);
    expect((await thumbnailOf(file)).sha256).toBe(one.sha256);
    expect(await count('select count(*) n from blob_thumbnails where sha256 = $1', [file.sha256])).toBe(1);
  });

  it('is none of what only says that it is a picture, and nobody tries that again', async () => {
    const whole = await photograph(400, 400);
    const cut = await kept('cut.jpg', Buffer.concat([whole.subarray(0, 30), Buffer.alloc(200, 7)]));
    await expect(thumbnailOf(cut)).rejects.toThrow('not here');
    expect(
      await count('select count(*) n from blob_thumbnails where sha256 = $1 and thumbnail_sha256 is null', [cut.sha256])
    ).toBe(1);
    await expect(thumbnailOf(cut)).rejects.toThrow('not here');
  });

  it('is none of anything else', async () => {
    await expect(thumbnailOf(await kept('notes.txt', Buffer.from('kelp above')))).rejects.toThrow('not here');
  });
});
