import { readFileSync } from 'node:fs';
import { ALL_FORMATS, BlobSource, BufferTarget, EncodedPacketSink, Input } from 'mediabunny';
import { describe, expect, it } from 'vitest';
import { cutTogether } from './cut';
import type { Passage } from './passages';

/** A film as a browser's recorder wrote it: without a length and without an index. */
const film = () => new BlobSource(new Blob([readFileSync('tests/files/as-recorded.webm')]));

async function together(sources: BlobSource[], passages: Passage[] | null) {
  const target = new BufferTarget();
  const whole = await cutTogether(sources, passages, target);
  return { ...whole, bytes: new Uint8Array(target.buffer ?? new ArrayBuffer(0)) };
}

const length = async () => (await together([film()], null)).lengths[0] ?? 0;

async function read(bytes: Uint8Array<ArrayBuffer>) {
  const input = new Input({ formats: ALL_FORMATS, source: new BlobSource(new Blob([bytes])) });
  const [video, audio] = [await input.getPrimaryVideoTrack(), await input.getPrimaryAudioTrack()];
  const first = video && (await new EncodedPacketSink(video).getFirstPacket());
  return {
    seconds: await input.computeDuration(),
    codecs: [video?.codec, audio?.codec],
    startsWhole: first?.type === 'key'
  };
}

describe('a recording that is put together', () => {
  it('is all of it, with its true length', async () => {
    const seconds = await length();
    const whole = await together([film()], null);
    const { seconds: told, codecs, startsWhole } = await read(whole.bytes);
    expect(whole.mediaType).toBe('video/webm');
    expect(told).toBeCloseTo(seconds, 0);
    expect(codecs.every((codec) => codec !== undefined)).toBe(true);
    expect(startsWhole).toBe(true);
  });

  it('of several parts has them one after the other', async () => {
    const seconds = await length();
    const { bytes } = await together([film(), film()], null);
    expect((await read(bytes)).seconds).toBeCloseTo(2 * seconds, 0);
  });

  it('has a passage that was taken again where the old one was', async () => {
    const seconds = await length();
    const passages = [
      { part: 0, from: 0, to: seconds * 0.3 },
      { part: 1, from: 0, to: null },
      { part: 0, from: seconds * 0.6, to: seconds }
    ];
    const { bytes, seconds: said } = await together([film(), film()], passages);
    const told = await read(bytes);
    expect(told.seconds).toBeGreaterThan(seconds * 1.6);
    expect(told.seconds).toBeCloseTo(said, 0);
  });

  it('without a stretch is shorter by it, and begins with a whole picture', async () => {
    const seconds = await length();
    const { bytes } = await together([film()], [{ part: 0, from: seconds * 0.5, to: seconds }]);
    const told = await read(bytes);
    expect(told.startsWhole).toBe(true);
    expect(told.seconds).toBeGreaterThan(seconds * 0.45);
    expect(told.seconds).toBeLessThanOrEqual(seconds + 0.2);
  });

  it('of the same passages is the same, byte for byte', async () => {
    const passages = [{ part: 0, from: 0.5, to: 1.5 }];
    const [one, other] = [await together([film()], passages), await together([film()], passages)];
    expect(Buffer.from(one.bytes).equals(Buffer.from(other.bytes))).toBe(true);
  });

  it('is not written again and again beyond what it may be', async () => {
    const again = Array.from({ length: 50 }, () => ({ part: 0, from: 0, to: null }));
    await expect(cutTogether([film()], again, new BufferTarget(), 500_000)).rejects.toThrow('larger than it may be');
  });

  it('of what is no recording is refused, and of what was not recorded', async () => {
    await expect(together([new BlobSource(new Blob(['words']))], null)).rejects.toThrow();
    await expect(together([], null)).rejects.toThrow();
    await expect(together([film()], [{ part: 3, from: 0, to: 1 }])).rejects.toThrow();
  });
});
