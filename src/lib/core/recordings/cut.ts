import {
  ALL_FORMATS,
  EncodedAudioPacketSource,
  EncodedPacketSink,
  EncodedVideoPacketSource,
  Input,
  Mp4OutputFormat,
  Output,
  WebMOutputFormat,
  type EncodedPacket,
  type InputAudioTrack,
  type InputVideoTrack,
  type Source,
  type Target
} from 'mediabunny';
import { allOf, type Passage } from './passages';
import type { Stretch } from './stretches';

/** What was cut together. */
export interface Whole {
  mediaType: string;
  seconds: number;
  /** Seconds of each file that was recorded. */
  lengths: number[];
}

/** How long a picture may stand still after a cut until the next whole one, in seconds. Else a little more is kept before it. */
const STANDS = 2;

/**
 * Makes one file of a recording, with its true length and an index by which it can be sought: what the browser's recorder
 * writes has neither. Nothing is encoded anew: sound is cut within a few hundredths of a second, a picture goes on where it
 * next begins whole. The same passages of the same bytes make the same bytes, wherever they are put together.
 *
 * @param parts    what was recorded; each is a file of its own, all by the same recorder
 * @param passages what is left of it, in the order in which it is heard; null for everything
 * @param target   where it is written
 * @param most     bytes of packets that may be written: passages can ask for the same ones again and again
 * @throws Error where nothing can be read of it, or it would be more than that
 */
export async function cutTogether(
  parts: readonly Source[],
  passages: readonly Passage[] | null,
  target: Target,
  most = Infinity
): Promise<Whole> {
  const inputs = parts.map((source) => new Input({ formats: ALL_FORMATS, source }));
  try {
    const [first] = inputs;
    if (!first) throw new Error('There is nothing to be put together.');
    const mp4 = /mp4|quicktime/.test((await first.getFormat()).mimeType);
    const output = new Output({ format: mp4 ? new Mp4OutputFormat() : new WebMOutputFormat(), target });
    const [video, audio] = [await first.getPrimaryVideoTrack(), await first.getPrimaryAudioTrack()];
    const film = video?.codec ? new EncodedVideoPacketSource(video.codec) : null;
    const sound = audio?.codec ? new EncodedAudioPacketSource(audio.codec) : null;
    if (film) output.addVideoTrack(film);
    if (sound) output.addAudioTrack(sound);
    await output.start();
    const room = { left: most };
    const seconds = await writeAll(inputs, passages ?? allOf(inputs.length), { film, sound, room });
    await output.finalize();
    const lengths = await Promise.all(inputs.map((input) => input.computeDuration()));
    return { mediaType: `${film ? 'video' : 'audio'}/${mp4 ? 'mp4' : 'webm'}`, seconds, lengths };
  } finally {
    for (const input of inputs) input.dispose();
  }
}

/** Where a recording is written to, and how many bytes there is room for. */
interface Written {
  film: EncodedVideoPacketSource | null;
  sound: EncodedAudioPacketSource | null;
  room: { left: number };
}

async function writeAll(
  inputs: readonly Input[],
  passages: readonly Passage[],
  { film, sound, room }: Written
): Promise<number> {
  let written = 0;
  for (const { part, from, to } of passages) {
    const input = inputs[part];
    if (!input) throw new Error('A passage is of nothing that was recorded.');
    const until = Math.min(to ?? Infinity, await input.computeDuration());
    const [video, audio] = [await input.getPrimaryVideoTrack(), await input.getPrimaryAudioTrack()];
    const whole = film && video ? await wholePicture(video, from, until) : from;
    const begin = Math.min(from, whole);
    if (until <= begin) continue;
    if (film && video) await copy(video, film, { from: whole, to: until, by: written - begin }, room);
    if (sound && audio) await copy(audio, sound, { from: begin, to: until, by: written - begin }, room);
    written += until - begin;
  }
  return written;
}

/** The moment of a picture that does not need those before it: the next, or where that is far away the one before. */
async function wholePicture(track: InputVideoTrack, at: number, until: number): Promise<number> {
  const sink = new EncodedPacketSink(track);
  const before = await sink.getKeyPacket(at);
  if (!before) return (await sink.getFirstPacket())?.timestamp ?? at;
  if (before.timestamp >= at - 0.02) return before.timestamp;
  const next = await sink.getNextKeyPacket(before);
  return next && next.timestamp < Math.min(until, at + STANDS) ? next.timestamp : before.timestamp;
}

/** `by`: how much later it is in what is written, in seconds. */
async function copy(
  track: InputVideoTrack | InputAudioTrack,
  to: { add(packet: EncodedPacket, meta?: object): Promise<void> },
  { from, to: until, by }: Stretch & { by: number },
  room: { left: number }
): Promise<void> {
  const sink = new EncodedPacketSink(track);
  const decoderConfig = await track.getDecoderConfig();
  const begun = (await sink.getPacket(from)) ?? (await sink.getFirstPacket());
  if (!begun) return;
  for await (const packet of sink.packets(begun)) {
    if (packet.timestamp >= until) break;
    room.left -= packet.byteLength;
    if (room.left < 0) throw new Error('It would be larger than it may be.');
    const timestamp = Math.max(0, Math.max(packet.timestamp, from) + by);
    await to.add(packet.clone({ timestamp }), decoderConfig ? { decoderConfig } : undefined);
  }
}
