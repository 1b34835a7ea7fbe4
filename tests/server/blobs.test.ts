import { createHash, randomBytes } from 'node:crypto';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { expect, it } from 'vitest';
import { openSound } from '$server/blobs/sound';
import { blobPath, blobStoreProblem, storeBlob } from '$server/blobs/store';
import { config } from '$server/config';

const from = (...chunks: Array<Buffer | string>) => Readable.from(chunks.map((c) => Buffer.from(c)));
const leftovers = () => readdirSync(join(config.blobFolder, 'incoming'));

it('keeps bytes under their hash and gives them back, all or in part', async () => {
  const bytes = randomBytes(300_000);
  const blob = await storeBlob(from(bytes.subarray(0, 100_000), bytes.subarray(100_000)));
  expect(blob).toMatchObject({ sha256: createHash('sha256').update(bytes).digest('hex'), size: 300_000 });
  expect(Buffer.concat(await (await openSound(blob)).toArray()).equals(bytes)).toBe(true);
  const part = Buffer.concat(await (await openSound(blob, { start: 10, end: 19 })).toArray());
  expect(part.equals(bytes.subarray(10, 20))).toBe(true);
});

it('keeps the same bytes once', async () => {
  const [a, b] = await Promise.all([storeBlob(from('twice')), storeBlob(from('twice'))]);
  expect(a).toEqual(b);
  expect(leftovers()).toEqual([]);
});

it.each([
  ['nothing at all', () => from(), 'empty-file'],
  ['more than the limit', () => from('x'.repeat(2000)), 'too-large'],
  [
    'a stream that breaks off',
    () =>
      Readable.from(
        (async function* () {
          yield Buffer.from('the first half');
          throw new Error('connection reset');
        })()
      ),
    'broken-upload'
  ]
])('refuses %s and leaves nothing behind', async (_name, source, why) => {
  await expect(storeBlob(source(), 1000)).rejects.toMatchObject({ why });
  expect(leftovers()).toEqual([]);
});

it.each([
  ['%PDF-1.7\n%âãÏÓ\n', 'application/pdf'],
  ['<html><script>alert(1)</script>', 'text/plain'],
  ['station;species\n1;Patella vulgata\n', 'text/plain'],
  [Buffer.from([0x4d, 0x5a, 0x90, 0x00, 0x03, 0, 0, 0, 4, 0]), 'application/x-msdownload'],
  [Buffer.from([0, 1, 2, 3, 250, 251]), 'application/octet-stream'],
  [Buffer.from('89504e470d0a1a0a0000000d49484452', 'hex'), 'image/png']
])('reads the type from the bytes: %j', async (content, mediaType) => {
  expect((await storeBlob(from(content as string))).mediaType).toBe(mediaType);
});

it('finds the store writable', async () => expect(await blobStoreProblem()).toBeNull());
it('has no address but a hash', () => expect(() => blobPath('../../etc/passwd')).toThrow(/no blob address/));
