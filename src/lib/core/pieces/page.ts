import { OF_BYTES } from './bytes';
import type { PieceModule } from './module';
import { PAGE_FORMS, TEXT_FORMS } from './page-shapes';
import type { BytesPiece, PagePiece, PortfolioPiece, PostPiece } from './piece';
import { takesTypes } from './takes-types';

/** A page that is written in its place. Wherever a file does that is one of its forms, it does. */
const inForms = (forms: readonly string[]): PieceModule<BytesPiece> => ({
  ...OF_BYTES,
  fulfils: ['file', 'page'],
  otherWanted: 'no-pages-here',
  fits: (candidate, wants, largest) =>
    OF_BYTES.fits(candidate, takesTypes(wants, forms) ? { ...wants, types: [] } : wants, largest)
});
export const page: PieceModule<PagePiece> = inForms(PAGE_FORMS);

const OF_TEXT = inForms(TEXT_FORMS);

/** What was said on an open floor is written down as a page is. */
export const post: PieceModule<PostPiece> = OF_TEXT;

/** A copy of a portfolio is handed over as a page is. */
export const portfolio: PieceModule<PortfolioPiece> = OF_TEXT;
