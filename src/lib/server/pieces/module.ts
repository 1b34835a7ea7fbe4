import type { Candidate } from '$core/pieces/fit';
import type { Preview } from '$core/materials/preview';
import type { Tx } from '../db/connection';

/** A piece as the database has it, in a working packet or a round. */
export interface KeptPiece {
  kind: string;
  name: string;
  sha256: string | null;
  url: string | null;
  lookId: string | null;
}

/** Bytes that stand for what a piece was at its submit. */
export interface Frozen {
  sha256: string;
  size: number;
  mediaType: string;
}

/** What a piece is when it is looked at: its bytes, or what was met at its address. */
export interface Found {
  file: { name: string; sha256: string; size: number; mediaType: string } | null;
  link: { url: string; title: string; text: string; at: number } | null;
}

/** A piece as a round has it now. */
export interface LaidPiece {
  id: string;
  packetId: string;
  deliverableId: string | null;
}

/** What becomes of a kind of piece on the server. */
export interface ServerPiece {
  /**
   * What stands for it in a round from now on. Under the packet's lock.
   *
   * @returns null where its bytes are frozen as they are, or where it cannot be written down for want of room
   */
  freeze(piece: KeptPiece, tx: Tx): Promise<Frozen | null>;
  /** What else is kept of it beside the round that has just been laid down. Under the packet's lock. */
  laid?(piece: LaidPiece, tx: Tx): Promise<void>;
  /** What it is, for asking whether another place takes it. */
  candidate(piece: KeptPiece, bytes: { size: number; mediaType: string } | null): Candidate;
  /** What can be shown of it in place; null where there is nothing. */
  lookAt(found: Found): Promise<Preview | null>;
}
