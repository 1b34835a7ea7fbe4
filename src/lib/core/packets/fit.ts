import type { Wants } from '../assignments/wants';
import { contradiction, isOfType } from '../materials/file-kinds';
import type { PieceRefusal } from './piece-rules';

/** A piece that is to be put into a place. */
export type Candidate =
  | { kind: 'link' }
  | {
      kind: 'file';
      name: string;
      size: number;
      /** As read from the bytes, once they are there. */ mediaType?: string;
    };

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
  if (wants.kinds && wants.kinds.length > 0 && !wants.kinds.includes(piece.kind) && !stands(piece, wants.kinds))
    return piece.kind === 'file' ? 'no-files-here' : 'no-links-here';
  const problem = piece.kind === 'file' ? fileProblem(piece, wants, largest) : null;
  const most = wants.howMany?.to;
  return problem ?? (most !== undefined && already >= most ? 'place-full' : null);
}

function fileProblem(file: Extract<Candidate, { kind: 'file' }>, wants: Wants, largest: number): PieceRefusal | null {
  if (file.size === 0) return 'empty-file';
  if (file.size > Math.min(largest, wants.bytes ?? largest)) return 'too-large';
  const against = contradiction(file.name, file.mediaType);
  if (against === 'program') return 'program-in-disguise';
  if (!wants.types || wants.types.length === 0) return null;
  if (!isOfType(file.name, wants.types)) return 'wrong-type';
  return against === 'other' ? 'not-what-it-says' : null;
}

/** A scan and a recording arrive as files: where one of them is wanted, a file of that sort is as good. */
function stands(piece: Candidate, kinds: NonNullable<Wants['kinds']>): boolean {
  return piece.kind === 'file' && kinds.some((kind) => kind === 'scan' || kind === 'recording');
}
