import type { Wants } from './wanted';
import type { LinkInside, BytesPiece, LinkPiece } from './piece';
import type { WantedKind } from './kinds';
import type { PieceRefusal } from './refusals';

/** Something that is to be put into a place: bytes by their name and size, or what only has a place. */
export interface Bytes {
  name: string;
  /** Bytes. */
  size: number;
  /** As read from the bytes, once they are there. */
  mediaType?: string;
}

/** What a kind of piece answers for itself, so that nobody else has to ask which kind it is. */
export interface PieceModule<P> {
  /** The wishes of a brief that it fulfils. */
  fulfils: readonly WantedKind[];
  /** Said where a place wants other kinds. */
  otherWanted: PieceRefusal;
  /**
   * Whether it fits what a place wants besides its kind.
   *
   * @param largest the most that any file may have, in bytes
   */
  fits(candidate: Partial<Bytes>, wants: Wants, largest: number): PieceRefusal | null;
  /** The piece, where it is bytes that can be looked into. */
  bytes(piece: P): BytesPiece | null;
  /** The piece, where it is an address of its own. */
  address(piece: P): LinkPiece | null;
  /** Where it leads to, with what was found there; null where it has not been read yet. */
  leadsTo(piece: P): LinkInside[] | null;
}
