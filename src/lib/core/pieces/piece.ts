import type { Verdict } from '../links/verdict';
import type { LinkLook } from '../links/words';
import type { BlobFacts } from '../materials/blob-facts';
import type { Moment } from '../time/moment';

/** A piece as it lies in a packet or a round. */
export type PieceView =
  | FilePiece
  | ScanPiece
  | RecordingPiece
  | PagePiece
  | AnswersPiece
  | PortfolioPiece
  | PostPiece
  | LinkPiece;

export interface FilePiece extends BytesPiece {
  kind: 'file';
}

/** Sheets of paper that were scanned in their place. */
export interface ScanPiece extends BytesPiece {
  kind: 'scan';
}

/** A recording that was made in its place. */
export interface RecordingPiece extends BytesPiece {
  kind: 'recording';
}

/** A page that is written in its place. */
export interface PagePiece extends BytesPiece {
  kind: 'page';
}

/** Answers to the questions of a place. */
export interface AnswersPiece extends BytesPiece {
  kind: 'answers';
}

/** A copy of a portfolio, or of a page of it, as it stood when it was taken. */
export interface PortfolioPiece extends BytesPiece {
  kind: 'portfolio';
}

/** What was said on an open floor, as far as it counts as work: written down anew with each word, until it is submitted. */
export interface PostPiece extends BytesPiece {
  kind: 'post';
}

/** The portfolio that a piece is a copy of, or leads to. */
export interface OfPortfolio {
  id: string;
  /** Null for all of it. */
  pageId: string | null;
  title: string;
  /** It was changed since the piece was put here. */
  changed: boolean;
  published: boolean;
  /** It has changes that nobody sees yet. */
  unpublished: boolean;
  /** What is published is open to the teachers who will read this. */
  seen: boolean;
}

interface AnyPiece {
  id: string;
  /** Null for the "also" place. */
  deliverableId: string | null;
  name: string;
  /** The student's own word beside it; empty where there is none. */
  note: string;
  /** Of what lies in a working packet and is of a portfolio of its owner's. */
  portfolio?: OfPortfolio | null | undefined;
}

/** A piece that is bytes, with what is known of them. */
export interface BytesPiece extends AnyPiece {
  /** Bytes. */
  size: number;
  mediaType: string;
  /** What a look into its bytes told; null before one was taken. */
  facts: BlobFacts | null;
  /** It says nothing of where it was taken, which was left out of it; the file on the Shelf still does. */
  spotLeftOut: boolean;
  /** What is said in it can be read beside it. */
  captioned: boolean;
  /** What it shows, where a page of the same packet names it as evidence. */
  evidenceFor: string | null;
  /** It came back with something that its teacher filled in. */
  cameBack: boolean;
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
