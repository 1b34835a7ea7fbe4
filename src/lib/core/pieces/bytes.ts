import type { Wants } from './wanted';
import { contradiction, isOfType } from '../materials/file-kinds';
import type { Bytes, PieceModule } from './module';
import type { BytesPiece } from './piece';
import type { PieceRefusal } from './refusals';

/** What all pieces that are bytes have in common. */
export const OF_BYTES: Pick<PieceModule<BytesPiece>, 'fits' | 'bytes' | 'address' | 'leadsTo'> = {
  fits: ({ name = '', size = 0, mediaType }, wants, largest) => bytesProblem({ name, size, mediaType }, wants, largest),
  bytes: (piece) => piece,
  address: () => null,
  leadsTo: ({ links }) => links
};

function bytesProblem(file: Bytes, wants: Wants, largest: number): PieceRefusal | null {
  if (file.size === 0) return 'empty-file';
  if (file.size > Math.min(largest, wants.bytes ?? largest)) return 'too-large';
  const against = contradiction(file.name, file.mediaType);
  if (against === 'program') return 'program-in-disguise';
  if (!wants.types || wants.types.length === 0) return null;
  if (!isOfType(file.name, wants.types)) return 'wrong-type';
  return against === 'other' ? 'not-what-it-says' : null;
}
