import type { Glimpse } from '$core/recordings/levels';
import type { Scene, Show } from './sources';
import type { KeptTakes } from './kept-takes';

/** How often the recorder hands over what it has, in milliseconds: what a crash may cost. */
const CHUNK = 1000;
/** Before it begins, in seconds. */
const COUNTDOWN = 3;
/** From here on, the end is near, in seconds. */
const WARNED = 15;

export type TakeState = 'ready' | 'counting' | 'recording' | 'paused' | 'done';

/** A recording as it is made: counted down, recorded chunk by chunk onto this device, paused, ended in time. */
export class Take {
  state = $state<TakeState>('ready');
  /** Seconds until it begins. */
  countdown = $state(0);
  /** Seconds that were recorded. */
  seconds = $state(0);
  /** How loud it is now, 0 to 1. */
  level = $state(0);
  /** What was recorded; a file for each time that it was begun or gone on with. */
  parts = $state.raw<Blob[]>([]);
  /** This browser keeps nothing: what is recorded is gone with the tab. */
  unkept = $state(false);
  /** The page was told to stop before anybody pressed: the limit, or the screen that is not shared any more. */
  endedBy = $state<'limit' | 'screen' | null>(null);
  glimpses: Glimpse[] = [];

  readonly id: string;
  #recorder: MediaRecorder | null = null;
  #timers: Array<ReturnType<typeof setInterval>> = [];
  #audio: AudioContext | null = null;
  #chunks: Blob[] = [];
  #no = 0;
  #writing: Promise<unknown> = Promise.resolve();

  /** @param longest seconds after which it ends by itself; null for no limit */
  constructor(
    private kept: KeptTakes,
    readonly show: Show,
    readonly longest: number | null,
    before: { id: string; parts: Blob[]; seconds: number; chunks: number } | null = null
  ) {
    this.id = before?.id ?? crypto.randomUUID();
    this.parts = before?.parts ?? [];
    this.seconds = before?.seconds ?? 0;
    this.#no = before?.chunks ?? 0;
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
      audioBitsPerSecond: 64_000,
      videoBitsPerSecond: 1_200_000
    });
    this.#recorder = recorder;
    const part = this.parts.length;
    await this.#note(recorder.mimeType);
    recorder.ondataavailable = ({ data }) => {
      if (data.size === 0) return;
      this.#chunks.push(data);
      const no = this.#no++;
      this.#writing = this.#keep(() => this.kept.keep(this.id, no, part, data));
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
    await this.#note(recorder.mimeType);
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

  #note(mediaType: string): Promise<void> {
    const { id, show, seconds } = this;
    return this.#keep(() => this.kept.note({ id, show, at: this.kept.now(), mediaType, seconds }));
  }

  async #keep(work: () => Promise<void>): Promise<void> {
    try {
      await work();
    } catch {
      this.unkept = true;
    }
  }
}

/** What this browser records into: WebM where it can. */
function typeFor(stream: MediaStream): string | undefined {
  const kinds = stream.getVideoTracks().length > 0 ? FILM : SOUND;
  return kinds.find((type) => MediaRecorder.isTypeSupported(type));
}
const FILM = ['video/webm;codecs=vp9,opus', 'video/webm;codecs=vp8,opus', 'video/webm', 'video/mp4'];
const SOUND = ['audio/webm;codecs=opus', 'audio/webm', 'audio/mp4'];
