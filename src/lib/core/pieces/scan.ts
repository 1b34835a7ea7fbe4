import { OF_BYTES } from './bytes';
import type { PieceModule } from './module';
import type { ScanPiece } from './piece';

/** Sheets that were scanned in their place. Wherever a file does, they do. */
export const scan: PieceModule<ScanPiece> = {
  ...OF_BYTES,
  fulfils: ['file', 'scan'],
  otherWanted: 'no-scans-here'
};
