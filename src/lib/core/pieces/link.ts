import type { PieceModule } from './module';
import type { LinkPiece } from './piece';

/** An address, with what a stranger met there. */
export const link: PieceModule<LinkPiece> = {
  fulfils: ['link'],
  otherWanted: 'no-links-here',
  fits: () => null,
  bytes: () => null,
  address: (piece) => piece,
  leadsTo: ({ url, look, seenAt }) => [{ url, verdict: look?.verdict ?? null, at: seenAt }]
};
