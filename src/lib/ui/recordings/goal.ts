import type { RecordingFacts } from '$core/recordings/recorded';
import type { Passage } from '$core/recordings/passages';
import type { SentPart } from './sending-along';
import type { Show } from './sources';

/** What a recording is made for, as the place that asks for it says. */
export interface RecordingGoal {
  /** Heads the page: "Record for Reading aloud". */
  title: string;
  /** What was begun here is kept under this name. */
  where: string;
  /** What it is to be called, without the ending. */
  name: string;
  shows: readonly Show[];
  /** How long it has to be and may be, in seconds; null where nothing is said. */
  shortest: number | null;
  longest: number | null;
  /** What the button says that ends it. */
  label: string;
  /** Most bytes that it may have, where it is sent while it is made; null where it goes with what a form sends. */
  along: number | null;
  /** A word can stand beside it. */
  noted: boolean;
  /**
   * Takes what was made.
   *
   * @returns why it cannot be taken, in words; null where it was
   */
  take(made: MadeRecording): Promise<string | null> | string | null;
}

/** A recording, whole and cut. */
export interface MadeRecording {
  file: File;
  /** What was noted of it; a long one takes a while to be listened to. */
  facts: Promise<RecordingFacts>;
  /** What it is about, in its maker's words; empty where nothing was said. */
  note: string;
  /** What the server has of it already; null where it has not all of it. */
  sent: Promise<SentAlong | null>;
}

/** A recording in a packet, whose captions are written. */
export interface Captioned {
  pieceId: string;
  name: string;
  /** Addresses of the recording and of the captions that it has; null where it has none. */
  file: string;
  captions: string | null;
  film: boolean;
  facts: RecordingFacts | null;
}

/** What was sent as it was recorded, and which passages of it are kept. */
export interface SentAlong {
  parts: SentPart[];
  passages: Passage[];
}
