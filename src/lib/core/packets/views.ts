import type { Wants } from '../assignments/wants';
import type { RoundState } from './custody';
import type { Moment } from '../time/moment';

/** One thing that the brief asks for, and thereby one place of the packet. */
export interface DeliverableView {
  id: string;
  title: string;
  ask: string;
  optional: boolean;
  wants: Wants;
  /** What its naming pattern wants the reader's own piece to be called; null where there is none. */
  named?: string | null;
}

/** A file as it lies in a packet or a round. */
export interface PieceView {
  id: string;
  /** Null for the "also" place. */
  deliverableId: string | null;
  name: string;
  /** The student's own word beside it; empty where there is none. */
  note: string;
  /** Bytes. */
  size: number;
  mediaType: string;
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
  pieces: PieceView[];
}

/** Points and remark as they were returned. */
export interface MarkView {
  /** Null for work that was accepted in person. */
  round: number | null;
  points: number | null;
  kept: number;
  remark: string;
  outcome: 'settled' | 'another-round';
  by: string;
  at: Moment;
}
