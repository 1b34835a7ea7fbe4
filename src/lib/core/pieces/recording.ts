import { OF_BYTES } from './bytes';
import type { PieceModule } from './module';
import type { RecordingPiece } from './piece';

/** A recording that was made in its place. Wherever a file does, it does. */
export const recording: PieceModule<RecordingPiece> = {
  ...OF_BYTES,
  fulfils: ['file', 'recording'],
  otherWanted: 'no-recordings-here'
};
