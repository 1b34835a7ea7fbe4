import type { Wants } from '../assignments/wants';
import type { Verdict } from '../links/verdict';
import type { LinkLook } from '../links/words';
import type { BlobFacts } from '../materials/facts';
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

/** A piece as it lies in a packet or a round. */
export type PieceView = FilePiece | LinkPiece;

interface AnyPiece {
  id: string;
  /** Null for the "also" place. */
  deliverableId: string | null;
  name: string;
  /** The student's own word beside it; empty where there is none. */
  note: string;
}

export interface FilePiece extends AnyPiece {
  kind: 'file';
  /** Bytes. */
  size: number;
  mediaType: string;
  /** What a look into its bytes told; null before one was taken. */
  facts: BlobFacts | null;
  /** The version that the Shelf has now, where this piece is of an older one. */
  newer: number | null;
  /** Where the document leads to, as it was last looked at; null before it was read. */
  links: LinkInside[] | null;
  /** What was read of it; null before it was, and for what has no words. `pages`: null where they are not known. */
  reading: { words: number; pages: number | null } | null;
  /** The handout that it was made from: how much of the file is still that, and which questions have no answer. */
  madeFrom: { title: string; share: number; unanswered: string[] } | null;
  /** It was read, but not held against everything that was handed out. */
  uncompared: boolean;
  /** What else is the same, by its bytes or by its words; null for what was submitted. */
  same: { rounds: number[]; piece: string | null; handedOut: string | null } | null;
}

export interface LinkPiece extends AnyPiece {
  kind: 'link';
  url: string;
  /** The student saw that it does not open for a teacher, and kept it. */
  knowingly: boolean;
  /** What was there: at the last look for a working packet, at the submit for a round. */
  look: LinkLook | null;
  /** When a later look found another text there; null where none did. */
  changedAt: Moment | null;
  /** When its address was last looked at, by whomever. */
  seenAt: Moment | null;
}

/** An address that a document leads to, with what the latest look found there; null before the first one. */
export interface LinkInside {
  url: string;
  verdict: Verdict | null;
  at: Moment | null;
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
  /** What the student said with it; empty where nothing. */
  note: string;
  /** When the last byte of what was sealed had arrived; null where everything was there at the submit. */
  arrivedAt: Moment | null;
  pieces: PieceView[];
  /** The number of its receipt; null for rounds from before there were receipts. */
  receipt: string | null;
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
