import type { Wants } from '../pieces/wanted';
import type { RemarkView } from '../remarks/remarks';
import type { PieceView } from '../pieces/piece';
import type { RoundState } from './custody';
import type { Moment } from '../time/moment';

/** One thing that the brief asks for, and thereby one place of the packet. */
export interface DeliverableView {
  id: string;
  title: string;
  ask: string;
  optional: boolean;
  wants: Wants;
  /** Its teacher prepared a page for it, of which each student gets a copy. */
  starter?: boolean;
  /** How many questions its teacher asks there, to be answered in place; 0 for none. */
  questions?: number;
  /** How long one may answer them from the first look; null for no limit. */
  minutes?: number | null;
  /** What its naming pattern wants the reader's own piece to be called; null where there is none. */
  named?: string | null;
}

/** A file that is bound for a place and has not become a piece yet. */
export interface UnderWay {
  id: string;
  deliverableId: string | null;
  name: string;
  /** Bytes, and how many of them the server has. */
  size: number;
  arrived: number;
}

/** One round with its frozen pieces. */
export interface RoundView {
  no: number;
  state: RoundState;
  submittedAt: Moment;
  /** The due moment as it stood when this was submitted. */
  due: Moment | null;
  lateSeconds: number;
  startedDays: number;
  /** Fraction of the points that lateness leaves. */
  kept: number;
  /** How it was judged by the rubric, as far as the reader may see it. */
  judged: JudgedView[];
  /** What the student said with it; empty where nothing. */
  note: string;
  /** When the last byte of what was sealed had arrived; null where everything was there at the submit. */
  arrivedAt: Moment | null;
  pieces: PieceView[];
  /** What was noted on its pieces, as far as the reader may see it. */
  remarks: RemarkView[];
  /** The number of its receipt; null for rounds from before there were receipts. */
  receipt: string | null;
}

/** A row of the rubric as a round was judged on it. */
export interface JudgedView {
  title: string;
  level: string;
  says: string;
  points: number;
  /** What the row gives at best. */
  most: number;
}

/** Points and remark as they were returned. */
export interface MarkView {
  /** Null for work that was accepted in person. */
  round: number | null;
  points: number | null;
  kept: number;
  /** What lateness would leave; the same as `kept`, unless it was not charged. */
  lateKept: number;
  /** Why lateness was not charged, and why the points are other than the rubric's; null where nothing is said. */
  waived: string | null;
  otherwise: string | null;
  remark: string;
  outcome: 'settled' | 'another-round';
  by: string;
  at: Moment;
}
