/// <reference lib="webworker" />
/** Recordings are heard, cut and put together away from the page's thread. */
import { ALL_FORMATS, AudioSampleSink, BlobSource, Input, UrlSource, type Source } from 'mediabunny';
import { cutTogether, secondsOf } from '../core/recordings/cut';
import { EVERY, type Sound } from '../core/recordings/levels';
import type { Stretch } from '../core/recordings/stretches';
import { answering } from './answering';

export type RecordingQuestion =
  | { do: 'listen'; parts: Blob[] }
  | { do: 'listen-to'; address: string }
  | { do: 'cut'; parts: Blob[]; kept: Stretch[] | null };

/** How it sounds, where this browser can tell, and how long it is. */
export interface Heard {
  sound: Sound | null;
  seconds: number;
}

answering<RecordingQuestion>(answer);

async function answer(question: RecordingQuestion): Promise<Heard | { file: Blob; seconds: number }> {
  if (question.do === 'cut') {
    const { bytes, mediaType, seconds } = await cutTogether(question.parts, question.kept);
    return { file: new Blob([bytes], { type: mediaType }), seconds };
  }
  if (question.do === 'listen-to') {
    const source = new UrlSource(question.address);
    return { sound: await listen([source]), seconds: 0 };
  }
  const seconds = await secondsOf(question.parts);
  return { sound: await listen(question.parts.map((part) => new BlobSource(part))), seconds };
}

/** Null where this browser cannot decode it. */
async function listen(sources: readonly Source[]): Promise<Sound | null> {
  if (!('AudioDecoder' in self)) return null;
  const levels: number[] = [];
  let [edge, samples, begins] = [0, 0, 0];
  for (const source of sources) {
    const input = new Input({ formats: ALL_FORMATS, source });
    const track = await input.getPrimaryAudioTrack();
    if (track && (await track.canDecode()))
      for await (const sample of new AudioSampleSink(track).samples()) {
        const data = new Float32Array(sample.allocationSize({ format: 'f32', planeIndex: 0 }) / 4);
        sample.copyTo(data, { format: 'f32', planeIndex: 0 });
        const step = data.length / Math.max(sample.duration, 1e-6);
        data.forEach((value, i) => {
          const at = Math.max(0, Math.floor((begins + sample.timestamp + i / step) / EVERY));
          const loud = Math.abs(value);
          levels[at] = Math.max(levels[at] ?? 0, loud);
          if (loud > 0.985) edge++;
        });
        samples += data.length;
        sample.close();
      }
    begins += await input.computeDuration();
    input.dispose();
  }
  return { levels: Array.from(levels, (level) => level ?? 0), clipped: samples === 0 ? 0 : edge / samples };
}
