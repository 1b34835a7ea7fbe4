import { setImmediate as breath } from 'node:timers/promises';
import {
  ALL_FORMATS,
  EncodedPacketSink,
  type EncodedPacket,
  FilePathSource,
  Input,
  type InputAudioTrack
} from 'mediabunny';
import { MPEGDecoderWebWorker } from 'mpg123-decoder';
import { OpusDecoderWebWorker } from 'opus-decoder';
import type { BlobFacts } from '$core/materials/blob-facts';

/** What is softer than this throughout, nobody hears: forty decibels below the loudest that can be recorded. */
const AUDIBLE = 0.01;
/** Seconds that are listened to; a recording that is silent for so long is taken for silent. */
const PATIENCE = 600;

/** How long a recording is, and whether anything can be heard in it. Listening stops at the first sound. */
export async function recordingFacts(path: string): Promise<BlobFacts> {
  const input = new Input({ formats: ALL_FORMATS, source: new FilePathSource(path) });
  try {
    const seconds = await input.computeDuration();
    const track = await input.getPrimaryAudioTrack();
    const silent = track ? await isSilent(track) : true;
    const recording = { seconds: Math.round(seconds * 10) / 10, silent };
    const film = await input.getPrimaryVideoTrack();
    return film && !SHOWN_ANYWHERE.has(film.codec ?? '') ? { recording, trouble: 'rare-film' } : { recording };
  } finally {
    input.dispose();
  }
}

/** What the pictures of a film may be written in so that every browser of our readers shows them. */
const SHOWN_ANYWHERE = new Set(['avc', 'vp8', 'vp9', 'av1']);

/** Null where its sound cannot be decoded here. */
async function isSilent(track: InputAudioTrack): Promise<boolean | null> {
  const ear = await earFor(track);
  if (ear === null) return null;
  try {
    for await (const packets of handfuls(track))
      if ((await ear.loudest(packets.map(({ data }) => data))) > AUDIBLE) return false;
    return true;
  } finally {
    await ear.free();
  }
}

/** Packets that are listened to in one go: two seconds of speech, so that the first sound is heard soon. */
const HANDFUL = 100;

async function* handfuls(track: InputAudioTrack): AsyncGenerator<EncodedPacket[]> {
  let packets: EncodedPacket[] = [];
  for await (const packet of new EncodedPacketSink(track).packets()) {
    if (packet.timestamp > PATIENCE) break;
    packets.push(packet);
    if (packets.length < HANDFUL) continue;
    yield packets;
    packets = [];
  }
  if (packets.length > 0) yield packets;
}

/** Hears a recording, some packets after the others. Decoding is done beside this thread, which others wait for. */
interface Ear {
  /** The loudest sample of these packets, 0 to 1. */
  loudest(packets: Uint8Array[]): number | Promise<number>;
  free(): void | Promise<void>;
}

async function earFor(track: InputAudioTrack): Promise<Ear | null> {
  const { codec } = track;
  if (codec === 'opus') {
    const decoder = new OpusDecoderWebWorker({ channels: track.numberOfChannels });
    await decoder.ready;
    return {
      loudest: async (packets) => peak((await decoder.decodeFrames(packets)).channelData),
      free: () => decoder.free()
    };
  }
  if (codec === 'mp3') {
    const decoder = new MPEGDecoderWebWorker();
    await decoder.ready;
    return {
      loudest: async (packets) => peak((await decoder.decode(Buffer.concat(packets))).channelData),
      free: () => decoder.free()
    };
  }
  const sample = codec === null ? undefined : PCM[codec];
  if (!sample) return null;
  return {
    loudest: async (packets) => {
      await breath();
      return Math.max(...packets.map((packet) => loudestOf(packet, sample)));
    },
    free: () => undefined
  };
}

function peak(channels: readonly Float32Array[]): number {
  let loudest = 0;
  for (const channel of channels) for (const value of channel) loudest = Math.max(loudest, Math.abs(value));
  return loudest;
}

/** Samples as they lie in a file without compression: bytes of each, and its value from -1 to 1. */
interface Sample {
  bytes: number;
  read(view: DataView, at: number): number;
}
const PCM: Partial<Record<string, Sample>> = {
  'pcm-u8': { bytes: 1, read: (view, at) => (view.getUint8(at) - 128) / 128 },
  'pcm-s16': { bytes: 2, read: (view, at) => view.getInt16(at, true) / 2 ** 15 },
  'pcm-s24': { bytes: 3, read: (view, at) => view.getInt8(at + 2) / 2 ** 7 },
  'pcm-s32': { bytes: 4, read: (view, at) => view.getInt32(at, true) / 2 ** 31 },
  'pcm-f32': { bytes: 4, read: (view, at) => view.getFloat32(at, true) }
};

function loudestOf(packet: Uint8Array, { bytes, read }: Sample): number {
  const view = new DataView(packet.buffer, packet.byteOffset, packet.byteLength);
  let loudest = 0;
  for (let at = 0; at + bytes <= view.byteLength; at += bytes) loudest = Math.max(loudest, Math.abs(read(view, at)));
  return loudest;
}
