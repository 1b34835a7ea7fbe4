import type { Contact, MaterialView } from '../courses/views';
import type { PostView } from '../threads/views';
import type { Pace, Pause } from '../courses/pace';
import type { OwnReading, ReadBy } from '../peers/views';
import type { MustDo } from './must-do';
import type { Criterion, LostPoints } from './rubric';

/** What helps to understand an assignment beside its brief. */
export interface GuidanceView {
  materials: MaterialView[];
  mustDo: MustDo[];
  criteria: Criterion[];
  /** Where this class loses points; empty before enough works are back. */
  lost: LostPoints[];
  /** The levels at which the reader sees themselves, by criterion. */
  estimates: Record<string, string>;
  contacts: Contact[];
  /** Titles of the reader's other assignments, in all of their courses. */
  others: string[];
  /** How many people are in the course. */
  people: number;
  /** How long a submit waits with this course's teachers; null before there is a habit. Days on which nothing is marked. */
  pace: Pace | null;
  pauses: Pause[];
  /** Works of classmates that the reader was given to read; and what was said of theirs, once that is shown. */
  reading: OwnReading[];
  readBy: ReadBy[];
  floor: PostView[];
  aside: PostView[];
}
