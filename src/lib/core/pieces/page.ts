import { OF_BYTES } from './bytes';
import type { PieceModule } from './module';
import type { PagePiece } from './piece';

/** A page that is written in its place, as Markdown. Wherever a file does, it does. */
export const page: PieceModule<PagePiece> = {
  ...OF_BYTES,
  fulfils: ['file', 'page'],
  otherWanted: 'no-pages-here'
};
