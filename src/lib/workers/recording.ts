/// <reference lib="webworker" />
/** Recordings are heard, cut and put together away from the page's thread. */
import {
  ALL_FORMATS,
  AudioSampleSink,
  BlobSource,
  BufferTarget,
  Input,
  UrlSource,
  type AudioSample,
  type InputAudioTrack,
  type Source
} from 'mediabunny';
import { cutTogether, type Whole } from '../core/recordings/cut';
import { EVERY, MOST_LEVELS, type Sound } from '../core/recordings/levels';
import type { Passage } from '../core/recordings/passages';
import { answering } from './answering';

export type RecordingQuestion =
  | { do: 'listen'; recording: Blob }
  | { do: 'listen-to'; address: string }
  | { do: 'cut'; parts: Blob[]; passages: Passage[] | null };

/** One file of what is kept of a recording. */
export interface Together extends Pick<Whole, 'seconds' | 'lengths'> {
  file: Blob;
}

answering<RecordingQuestion>(answer);

async function answer(question: RecordingQuestion): Promise<Together | { sound: Sound | null }> {
  if (question.do === 'listen-to') return { sound: await listen(new UrlSource(question.address)) };
  if (question.do === 'listen') return { sound: await listen(new BlobSource(question.recording)) };
  const sources = question.parts.map((part) => new BlobSource(part));
  const target = new BufferTarget();
  const { mediaType, seconds, lengths } = await cutTogether(sources, question.passages, target);
  if (!target.buffer) throw new Error('Nothing was written.');
  return { file: new Blob([target.buffer], { type: mediaType }), seconds, lengths };
}

/** A longer recording is not heard whole: as often as its waveform has values, twice. In seconds. */
const HEARD_WHOLE = 180;
const TIMES = 2 * MOST_LEVELS;

/** Null where this browser cannot decode it. */
async function listen(source: Source): Promise<Sound | null> {
  if (!('AudioDecoder' in self)) return null;
  const levels: number[] = [];
  let [edge, heard] = [0, 0];
  const input = new Input({ formats: ALL_FORMATS, source });
  const track = await input.getPrimaryAudioTrack();
  if (track && (await track.canDecode()))
    for await (const sample of samplesOf(track, await input.computeDuration())) {
      const data = new Float32Array(sample.allocationSize({ format: 'f32', planeIndex: 0 }) / 4);
      sample.copyTo(data, { format: 'f32', planeIndex: 0 });
      const step = data.length / Math.max(sample.duration, 1e-6);
      for (let i = 0; i < data.length; i++) {
        const at = Math.max(0, Math.floor((sample.timestamp + i / step) / EVERY));
        const loud = Math.abs(data[i] ?? 0);
        if (loud > (levels[at] ?? -1)) levels[at] = loud;
        if (loud > 0.985) edge++;
      }
      heard += data.length;
      sample.close();
    }
  input.dispose();
  let last = 0;
  // Between two moments that were heard it is as it was.
  return { levels: Array.from(levels, (level) => (last = level ?? last)), clipped: heard === 0 ? 0 : edge / heard };
}

async function* samplesOf(track: InputAudioTrack, seconds: number): AsyncGenerator<AudioSample> {
  const sink = new AudioSampleSink(track);
  if (seconds <= HEARD_WHOLE) return yield* sink.samples();
  const moments = Array.from({ length: TIMES }, (_, i) => (i * seconds) / TIMES);
  for await (const sample of sink.samplesAtTimestamps(moments)) if (sample) yield sample;
}
