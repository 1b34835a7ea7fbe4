import type { Wants } from './wanted';
import type { PieceKind } from './kinds';
import type { Bytes } from './module';
import type { PieceRefusal } from './refusals';
import { moduleOf } from './registry';

/** A piece that is to be put into a place. */
export type Candidate = { kind: PieceKind } & Partial<Bytes>;

/**
 * Whether a piece fits a place of the packet: its kind, its type by name and by bytes, its size, and how many the place
 * takes. The browser asks before a byte leaves, the server again with what the bytes say.
 *
 * Only what a brief limits is refused here. Words, pages and names are the checks' business: they warn.
 *
 * @param wants   what the deliverable asks; none for the "also" place
 * @param already pieces that lie in the place now
 * @param largest the most that any file may have, in bytes
 */
export function fitProblem(piece: Candidate, wants: Wants, already: number, largest: number): PieceRefusal | null {
  const { fulfils, otherWanted, fits } = moduleOf(piece.kind);
  const wanted = wants.kinds ?? [];
  if (wanted.length > 0 && !wanted.some((kind) => fulfils.includes(kind))) return otherWanted;
  const most = wants.howMany?.to;
  return fits(piece, wants, largest) ?? (most !== undefined && already >= most ? 'place-full' : null);
}

/** Whether a place takes pieces of this kind at all. */
export function takesKind(kind: PieceKind, wants: Wants): boolean {
  const wanted = wants.kinds ?? [];
  return wanted.length === 0 || wanted.some((one) => moduleOf(kind).fulfils.includes(one));
}
