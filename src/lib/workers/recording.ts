/// <reference lib="webworker" />
/** Recordings are heard, cut and put together away from the page's thread. */
import { ALL_FORMATS, AudioSampleSink, BlobSource, BufferTarget, Input, UrlSource, type Source } from 'mediabunny';
import { cutTogether, type Whole } from '../core/recordings/cut';
import { EVERY, type Sound } from '../core/recordings/levels';
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

/** Null where this browser cannot decode it. */
async function listen(source: Source): Promise<Sound | null> {
  if (!('AudioDecoder' in self)) return null;
  const levels: number[] = [];
  let [edge, samples] = [0, 0];
  const input = new Input({ formats: ALL_FORMATS, source });
  const track = await input.getPrimaryAudioTrack();
  if (track && (await track.canDecode()))
    for await (const sample of new AudioSampleSink(track).samples()) {
      const data = new Float32Array(sample.allocationSize({ format: 'f32', planeIndex: 0 }) / 4);
      sample.copyTo(data, { format: 'f32', planeIndex: 0 });
      const step = data.length / Math.max(sample.duration, 1e-6);
      data.forEach((value, i) => {
        const at = Math.max(0, Math.floor((sample.timestamp + i / step) / EVERY));
        const loud = Math.abs(value);
        levels[at] = Math.max(levels[at] ?? 0, loud);
        if (loud > 0.985) edge++;
      });
      samples += data.length;
      sample.close();
    }
  input.dispose();
  return { levels: Array.from(levels, (level) => level ?? 0), clipped: samples === 0 ? 0 : edge / samples };
}
