import { OF_BYTES } from './bytes';
import type { PieceModule } from './module';
import type { BytesPiece, PagePiece, PortfolioPiece, PostPiece } from './piece';

/** In which forms a page is handed over: as it is kept, and as it is printed and shown. */
export const PAGE_FORMS: readonly string[] = ['md', 'pdf', 'html', 'pptx', 'xlsx', 'csv', 'svg', 'png'];

/** A page that is written in its place. Wherever a file does that is one of its forms, it does. */
const OF_PAGES: PieceModule<BytesPiece> = {
  ...OF_BYTES,
  fulfils: ['file', 'page'],
  otherWanted: 'no-pages-here',
  fits: (candidate, wants, largest) => {
    const formed = wants.types?.some((type) => PAGE_FORMS.includes(type));
    return OF_BYTES.fits(candidate, formed ? { ...wants, types: [] } : wants, largest);
  }
};
export const page: PieceModule<PagePiece> = OF_PAGES;

/** What was said on an open floor is written down as a page is. */
export const post: PieceModule<PostPiece> = OF_PAGES;

/** A copy of a portfolio is handed over as a page is. */
export const portfolio: PieceModule<PortfolioPiece> = OF_PAGES;
