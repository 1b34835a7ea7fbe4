import type { Moment } from '../time/moment';

/** How peer reading is set on an assignment; null where it is not. */
export interface PeerReading {
  /** Works that each student gets. */
  count: number;
  /** Neither side learns the other's name. */
  nameless: boolean;
}

/** A work that a student was given to read. */
export interface OwnReading {
  id: string;
  /** Whose it is; a name of its own where that is not said. */
  whose: string;
  doneAt: Moment | null;
}

/** What somebody said who read a work. */
export interface ReadBy {
  id: string;
  by: string;
  words: string;
  levels: Array<{ title: string; level: string }>;
  doneAt: Moment;
}
