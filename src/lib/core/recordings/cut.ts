import {
  ALL_FORMATS,
  BlobSource,
  BufferTarget,
  EncodedAudioPacketSource,
  EncodedPacketSink,
  EncodedVideoPacketSource,
  Input,
  Mp4OutputFormat,
  Output,
  WebMOutputFormat,
  type EncodedPacket,
  type InputAudioTrack,
  type InputVideoTrack
} from 'mediabunny';
import type { Stretch } from './stretches';

/** What was cut together. */
export interface Whole {
  bytes: ArrayBuffer;
  mediaType: string;
  seconds: number;
}

/**
 * Makes one file of a recording, with its true length and an index by which it can be sought: what the browser's recorder
 * writes has neither. Nothing is encoded anew: sound is cut within a few hundredths of a second, a picture where it next
 * begins whole.
 *
 * @param parts what was recorded, one after the other; each is a file of its own, all by the same recorder
 * @param kept  stretches of all of it that are left; null for everything
 * @throws Error where nothing can be read of it
 */
export async function cutTogether(parts: readonly Blob[], kept: readonly Stretch[] | null): Promise<Whole> {
  const mp4 = /mp4/.test(parts[0]?.type ?? '');
  const output = new Output({
    format: mp4 ? new Mp4OutputFormat() : new WebMOutputFormat(),
    target: new BufferTarget()
  });
  const inputs = parts.map((part) => new Input({ formats: ALL_FORMATS, source: new BlobSource(part) }));
  try {
    const first = inputs[0];
    if (!first) throw new Error('There is nothing to be put together.');
    const [video, audio] = [await first.getPrimaryVideoTrack(), await first.getPrimaryAudioTrack()];
    const film = video?.codec ? new EncodedVideoPacketSource(video.codec) : null;
    const sound = audio?.codec ? new EncodedAudioPacketSource(audio.codec) : null;
    if (film) output.addVideoTrack(film);
    if (sound) output.addAudioTrack(sound);
    await output.start();
    const seconds = await writeAll(inputs, kept, film, sound);
    await output.finalize();
    const bytes = output.target.buffer;
    if (!bytes) throw new Error('Nothing was written.');
    return { bytes, mediaType: `${film ? 'video' : 'audio'}/${mp4 ? 'mp4' : 'webm'}`, seconds };
  } finally {
    for (const input of inputs) input.dispose();
  }
}

/** How long parts are one after the other, in seconds. */
export async function secondsOf(parts: readonly Blob[]): Promise<number> {
  let seconds = 0;
  for (const part of parts) {
    const input = new Input({ formats: ALL_FORMATS, source: new BlobSource(part) });
    seconds += await input.computeDuration();
    input.dispose();
  }
  return seconds;
}

async function writeAll(
  inputs: readonly Input[],
  kept: readonly Stretch[] | null,
  film: EncodedVideoPacketSource | null,
  sound: EncodedAudioPacketSource | null
): Promise<number> {
  /** Where the part begins in the whole recording, and where what is written has come to. */
  let [begins, written] = [0, 0];
  for (const input of inputs) {
    const length = await input.computeDuration();
    const within = (kept ?? [{ from: begins, to: begins + length }]).flatMap(({ from, to }) => {
      const stretch = { from: Math.max(from - begins, 0), to: Math.min(to - begins, length) };
      return stretch.to > stretch.from ? [stretch] : [];
    });
    const [video, audio] = [await input.getPrimaryVideoTrack(), await input.getPrimaryAudioTrack()];
    for (const stretch of within) {
      const start = film && video ? await wholePicture(video, stretch.from) : stretch.from;
      if (film && video) await copy(video, film, { ...stretch, from: start }, written);
      if (sound && audio) await copy(audio, sound, { ...stretch, from: start }, written);
      written += stretch.to - start;
    }
    begins += length;
  }
  return written;
}

/** The moment of the last picture before another one that does not need those before it. */
async function wholePicture(track: InputVideoTrack, at: number): Promise<number> {
  const packet = await new EncodedPacketSink(track).getKeyPacket(at);
  return packet ? Math.min(packet.timestamp, at) : at;
}

async function copy(
  track: InputVideoTrack | InputAudioTrack,
  to: { add(packet: EncodedPacket, meta?: object): Promise<void> },
  { from, to: until }: Stretch,
  written: number
): Promise<void> {
  const sink = new EncodedPacketSink(track);
  const decoderConfig = await track.getDecoderConfig();
  const begun = (await sink.getPacket(from)) ?? (await sink.getFirstPacket());
  if (!begun) return;
  for await (const packet of sink.packets(begun)) {
    if (packet.timestamp >= until) break;
    const timestamp = Math.max(0, packet.timestamp - from) + written;
    await to.add(packet.clone({ timestamp }), decoderConfig ? { decoderConfig } : undefined);
  }
}
