import type { Moment } from '../time/moment';
import type { BoardColumn } from './board';
import type { Override } from './course-grade';

/** A student's row of the book. */
export interface BookRow {
  id: string;
  name: string;
  /** One cell for each column, packed (board.ts). */
  cells: string;
  /** As it stands; null while there is nothing. */
  result: string | null;
  /** What the reckoning gives, where a teacher said otherwise. */
  reckoned: string | null;
  passed: boolean | null;
  override: Override | null;
}

/** A class by its assignments, with what each adds up to. */
export interface GradeBook {
  columns: BoardColumn[];
  rows: BookRow[];
  /** The scheme is the teachers' own. */
  own: boolean;
  spreadShown: boolean;
  /** Assignments that no category takes. */
  outside: string[];
  now: Moment;
}

/** One mark of a cell, as it was given. */
export interface CellMark {
  round: number | null;
  points: number | null;
  kept: number;
  by: string;
  /** When it was given back; null while it is kept for later. */
  returnedAt: Moment | null;
  changedAt: Moment;
  /** Why the points are other than a rubric's. */
  otherwise: string | null;
}

/** What stands behind a cell: what can be written there, and all that was. */
export interface GradeCellSaid {
  packetId: string | null;
  /** The round that can be marked from here: the standing one, or the one that settled it; null where there is none. */
  round: number | null;
  /** What is changed here is a result that was given back, so that the student sees the change at once. */
  corrects: boolean;
  most: number | null;
  /** The newest first. */
  history: CellMark[];
}
