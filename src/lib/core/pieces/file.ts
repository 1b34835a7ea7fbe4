import { OF_BYTES } from './bytes';
import type { PieceModule } from './module';
import type { FilePiece } from './piece';

/** A file that was brought. A scan and a recording may come as one: where they are wanted, it is as good. */
export const file: PieceModule<FilePiece> = {
  ...OF_BYTES,
  fulfils: ['file', 'scan', 'recording'],
  otherWanted: 'no-files-here'
};
