import type { Activity } from '../judging/credits';
import type { BlobFacts } from '../materials/blob-facts';
import type { PieceView } from './piece';

/** What the pages among some pieces claim credit for, in their order; an entry that lies on two of them is claimed once. */
export function activitiesOf(pieces: readonly PieceView[]): Activity[] {
  const claimed = factsOfPages(pieces).flatMap(({ activities = [] }) => activities);
  return [...new Map(claimed.map((one) => [one.id, one])).values()];
}

/** What the pages among some pieces ask, and whether it is answered. */
export const promptsOf = (pieces: readonly PieceView[]): NonNullable<BlobFacts['prompts']> =>
  factsOfPages(pieces).flatMap(({ prompts = [] }) => prompts);

/** Whether a piece can be set on sheets with remarks in it: PDFs, photographs, and what is written as a page. */
export const isRemarkable = (piece: PieceView): boolean =>
  piece.kind === 'page' || ('mediaType' in piece && ON_SHEETS.has(piece.mediaType));

const ON_SHEETS = new Set(['application/pdf', 'image/jpeg', 'image/png']);

const factsOfPages = (pieces: readonly PieceView[]): BlobFacts[] =>
  pieces.flatMap((piece) => (piece.kind === 'page' && piece.facts ? [piece.facts] : []));
