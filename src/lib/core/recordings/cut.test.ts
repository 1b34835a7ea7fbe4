import { readFileSync } from 'node:fs';
import { ALL_FORMATS, BlobSource, EncodedPacketSink, Input } from 'mediabunny';
import { describe, expect, it } from 'vitest';
import { cutTogether, secondsOf } from './cut';

/** A film of the demo world, as a browser's recorder wrote it: without a length and without an index. */
const film = new Blob([readFileSync('demo/files/planing-the-stem.webm')], { type: 'video/webm' });

async function read(bytes: ArrayBuffer) {
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
    const seconds = await secondsOf([film]);
    const whole = await cutTogether([film], null);
    const { seconds: told, codecs, startsWhole } = await read(whole.bytes);
    expect(whole.mediaType).toBe('video/webm');
    expect(told).toBeCloseTo(seconds, 0);
    expect(codecs.every((codec) => codec !== undefined)).toBe(true);
    expect(startsWhole).toBe(true);
  });

  it('of several parts has them one after the other', async () => {
    const seconds = await secondsOf([film]);
    const { bytes } = await cutTogether([film, film], null);
    expect((await read(bytes)).seconds).toBeCloseTo(2 * seconds, 0);
  });

  it('without a stretch is shorter by it, and begins with a whole picture', async () => {
    const seconds = await secondsOf([film]);
    const kept = [{ from: seconds * 0.5, to: seconds }];
    const { bytes } = await cutTogether([film], kept);
    const told = await read(bytes);
    expect(told.startsWhole).toBe(true);
    expect(told.seconds).toBeGreaterThan(seconds * 0.45);
    expect(told.seconds).toBeLessThanOrEqual(seconds + 0.2);
  });

  it('of what is no recording is refused', async () => {
    await expect(cutTogether([new Blob(['words'])], null)).rejects.toThrow();
    await expect(cutTogether([], null)).rejects.toThrow();
  });
});
