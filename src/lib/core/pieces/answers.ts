import { page } from './page';
import type { PieceModule } from './module';
import type { AnswersPiece } from './piece';

/** Answers to questions that are asked in a place: written down as a page, so that wherever one does, they do. */
export const answers: PieceModule<AnswersPiece> = {
  fulfils: page.fulfils,
  otherWanted: page.otherWanted,
  fits: page.fits,
  bytes: (piece) => piece,
  address: () => null,
  leadsTo: ({ links }) => links
};
