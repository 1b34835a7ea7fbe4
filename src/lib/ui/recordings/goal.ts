import type { RecordingFacts } from '$core/recordings/levels';
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
  /**
   * Takes what was made.
   *
   * @returns why it cannot be taken, in words; null where it was
   */
  take(file: File, facts: RecordingFacts): string | null;
}
