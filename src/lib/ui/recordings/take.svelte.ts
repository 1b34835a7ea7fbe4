import type { Glimpse } from '$core/recordings/levels';
import { allOf, type Passage } from '$core/recordings/passages';
import type { Scene, Show } from './sources';
import type { KeptTakes } from './kept-takes';
import type { SendingAlong } from './sending-along';

/** How often the recorder hands over what it has, in milliseconds: what a crash may cost. */
const CHUNK = 1000;
/** Before it begins, in seconds. */
const COUNTDOWN = 3;
/** From here on, the end is near, in seconds. */
const WARNED = 15;

export type TakeState = 'ready' | 'counting' | 'recording' | 'paused' | 'done';

/** What there is of a recording before it is gone on with. */
export interface Before {
  id: string;
  parts: Blob[];
  chunks: number;
  seconds: number;
  passages: Passage[];
  earlier: Passage[][];
  sent: Array<string | null>;
}

const anew = (): Before => ({
  id: crypto.randomUUID(),
  parts: [],
  chunks: 0,
  seconds: 0,
  passages: [],
  earlier: [],
  sent: []
});

/** What will be kept of a recording when there is one more file of it: behind the others, or in the place of a passage. */
export interface Plan {
  passages: Passage[];
  /** Seconds of what is there already and is kept. */
  seconds: number;
}

/** A recording as it is made: counted down, recorded chunk by chunk onto this device, paused, ended in time. */
export class Take {
  state = $state<TakeState>('ready');
  /** Seconds until it begins. */
  countdown = $state(0);
  /** Seconds that were recorded. */
  seconds = $state(0);
  /** How loud it is now, 0 to 1. */
  level = $state(0);
  /** What was recorded; a file for each time that it was begun, gone on with, or a passage was taken again. */
  parts = $state.raw<Blob[]>([]);
  /** What of it is kept, in the order in which it is heard. */
  passages = $state.raw<Passage[]>([]);
  /** What was kept before, the latest last. */
  earlier = $state.raw<Passage[][]>([]);
  /** This browser keeps nothing: what is recorded is gone with the tab. */
  unkept = $state(false);
  /** The page was told to stop before anybody pressed: the limit, or the screen that is not shared any more. */
  endedBy = $state<'limit' | 'screen' | null>(null);
  glimpses: Glimpse[] = [];

  /** Sends it while it is made, where that is wanted. */
  along: SendingAlong | null = null;
  readonly id: string;
  #recorder: MediaRecorder | null = null;
  #timers: Array<ReturnType<typeof setInterval>> = [];
  #audio: AudioContext | null = null;
  #chunks: Blob[] = [];
  #no = 0;
  #mediaType = '';
  #sent: Array<string | null>;
  #writing: Promise<unknown> = Promise.resolve();

  /**
   * @param longest seconds after which it ends by itself; null for no limit
   * @param before  what there is of it already
   * @param plan    what will be kept when there is more
   */
  constructor(
    private kept: KeptTakes,
    readonly show: Show,
    readonly longest: number | null,
    before: Before | null = null,
    private plan: Plan | null = null
  ) {
    const there = before ?? anew();
    this.id = there.id;
    this.parts = there.parts;
    this.passages = there.passages;
    this.earlier = there.earlier;
    this.seconds = plan?.seconds ?? there.seconds;
    this.#no = there.chunks;
    this.#sent = there.sent;
    this.#mediaType = there.parts[0]?.type ?? '';
  }

  /** What there is of it, so that it can be gone on with. */
  before(): Before {
    const { id, parts, seconds, passages, earlier } = this;
    return { id, parts, seconds, passages, earlier, sent: this.#sent, chunks: this.#no };
  }

  /** Seconds that are left, where they are few; null before. */
  nearEnd = $derived.by(() =>
    this.longest !== null && this.longest - this.seconds <= WARNED ? Math.max(0, this.longest - this.seconds) : null
  );

  /** Hears what comes in, before and while it is recorded. */
  meter(stream: MediaStream): void {
    this.#audio?.close().catch(() => undefined);
    if (stream.getAudioTracks().length === 0) return;
    this.#audio = new AudioContext();
    const analyser = this.#audio.createAnalyser();
    analyser.fftSize = 4096;
    this.#audio.createMediaStreamSource(new MediaStream(stream.getAudioTracks())).connect(analyser);
    const samples = new Float32Array(analyser.fftSize);
    this.#every(100, () => {
      analyser.getFloatTimeDomainData(samples);
      this.level = samples.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0);
    });
  }

  /** Counts down, then records. */
  async begin(scene: Scene): Promise<void> {
    this.state = 'counting';
    for (this.countdown = COUNTDOWN; this.countdown > 0; this.countdown--) {
      await new Promise((resolve) => setTimeout(resolve, 1000));
      if (this.state !== 'counting') return;
    }
    const recorder = new MediaRecorder(scene.stream, {
      mimeType: typeFor(scene.stream),
      audioBitsPerSecond: SOUND_BITS,
      videoBitsPerSecond: FILM_BITS,
      // So that a picture can begin anew soon after a cut (MediaStream Recording, 2.4).
      videoKeyFrameIntervalDuration: 1000
    } as MediaRecorderOptions);
    this.#recorder = recorder;
    const part = this.parts.length;
    this.#mediaType = recorder.mimeType;
    if (this.passages.length > 0) this.earlier = [...this.earlier, this.passages];
    this.passages = this.plan?.passages ?? allOf(1);
    await this.#note();
    recorder.ondataavailable = ({ data }) => {
      if (data.size === 0) return;
      this.#chunks.push(data);
      const no = this.#no++;
      this.#writing = this.#keep(() => this.kept.keep(this.id, no, part, data));
      this.along?.add(part, data);
    };
    scene.onended(() => void this.stop('screen'));
    recorder.start(CHUNK);
    this.state = 'recording';
    this.#clock(recorder);
  }

  pause(): void {
    this.#recorder?.pause();
    this.state = 'paused';
  }

  resume(): void {
    this.#recorder?.resume();
    this.state = 'recording';
  }

  /** Ends it. What was recorded is in `parts`. */
  async stop(endedBy: 'limit' | 'screen' | null = null): Promise<void> {
    const recorder = this.#recorder;
    this.#recorder = null;
    if (this.state === 'counting') this.state = 'ready';
    if (!recorder) return;
    this.endedBy = endedBy;
    const stopped = new Promise((resolve) => recorder.addEventListener('stop', resolve, { once: true }));
    recorder.stop();
    await stopped;
    await this.#writing;
    this.parts = [...this.parts, new Blob(this.#chunks, { type: recorder.mimeType })];
    this.#chunks = [];
    await this.#note();
    this.close();
    this.state = 'done';
  }

  /** Lets go of everything but what is kept on the device. */
  close(): void {
    this.#timers.forEach(clearInterval);
    this.#timers = [];
    void this.#audio?.close().catch(() => undefined);
    this.#audio = null;
    if (this.#recorder?.state !== 'inactive') this.#recorder?.stop();
  }

  /** Looks at a picture once a second, small: whether it is black, and whether it moves. */
  watch(video: HTMLVideoElement): void {
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [32, 18];
    const pen = canvas.getContext('2d', { willReadFrequently: true });
    let before: number[] = [];
    this.#every(1000, () => {
      if (this.state !== 'recording' || !pen || video.readyState < 2) return;
      pen.drawImage(video, 0, 0, 32, 18);
      const { data } = pen.getImageData(0, 0, 32, 18);
      const light = Array.from(
        { length: 32 * 18 },
        (_, i) => ((data[i * 4] ?? 0) + (data[i * 4 + 1] ?? 0) + (data[i * 4 + 2] ?? 0)) / 3
      );
      const mean = (values: number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
      if (before.length > 0)
        this.glimpses.push({
          light: mean(light),
          change: mean(light.map((value, i) => Math.abs(value - (before[i] ?? 0))))
        });
      before = light;
    });
  }

  #clock(recorder: MediaRecorder): void {
    let last = performance.now();
    this.#every(200, () => {
      const now = performance.now();
      if (recorder.state === 'recording') this.seconds += (now - last) / 1000;
      last = now;
      if (this.longest !== null && this.seconds >= this.longest && recorder.state !== 'inactive')
        void this.stop('limit');
    });
  }

  #every(milliseconds: number, work: () => void): void {
    this.#timers.push(setInterval(work, milliseconds));
  }

  /** Keeps what was kept before it was last recorded. */
  async undo(): Promise<void> {
    const before = this.earlier.at(-1);
    if (!before) return;
    this.passages = before;
    this.earlier = this.earlier.slice(0, -1);
    await this.#note();
  }

  /** Remembers how the server calls what is sent of it. */
  noteSent(ids: Array<string | null>): void {
    this.#sent = ids;
    void this.#note();
  }

  #note(): Promise<void> {
    const { id, show, seconds, passages, earlier } = this;
    const told = { id, show, seconds, passages, earlier, sent: this.#sent, mediaType: this.#mediaType };
    return this.#keep(() => this.kept.note({ ...told, at: this.kept.now() }));
  }

  async #keep(work: () => Promise<void>): Promise<void> {
    try {
      await work();
    } catch {
      this.unkept = true;
    }
  }
}

const SOUND_BITS = 64_000;
const FILM_BITS = 1_200_000;

/**
 * Bytes that a recording may come to have: what its recorder was told, and half as much again.
 *
 * @param seconds how long it may be; null for an hour
 */
export const roomFor = (show: Show, seconds: number | null): number =>
  Math.ceil(((show === 'voice' ? SOUND_BITS : SOUND_BITS + FILM_BITS) / 8) * 1.5 * (seconds ?? 3600)) + 65_536;

/** What this browser records into: WebM where it can. */
function typeFor(stream: MediaStream): string | undefined {
  const kinds = stream.getVideoTracks().length > 0 ? FILM : SOUND;
  return kinds.find((type) => MediaRecorder.isTypeSupported(type));
}
const FILM = ['video/webm;codecs=vp9,opus', 'video/webm;codecs=vp8,opus', 'video/webm', 'video/mp4'];
const SOUND = ['audio/webm;codecs=opus', 'audio/webm', 'audio/mp4'];
