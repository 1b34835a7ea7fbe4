import type { PieceView } from '../pieces/piece';
import { bytesOf } from '../pieces/registry';
import type { Check, Finding } from './check';

/** A copy of a portfolio is of what it shows now; a link to one shows the teacher what its owner believes that it shows. */
export const portfolios: Check = {
  name: 'portfolios',
  title: 'A portfolio shows what its owner has now',
  find: ({ pieces }) => pieces.flatMap(of)
};

function of(piece: PieceView): Finding[] {
  const { portfolio, name } = piece;
  if (!portfolio) return [];
  const found = (words: string): Finding[] => [{ words, at: { place: piece.deliverableId } }];
  // A copy is bytes of its own; a link is none.
  if (bytesOf(piece) !== null)
    return portfolio.changed
      ? found(`${name}: you changed your portfolio since this copy was taken. Take a new one?`)
      : [];
  if (!portfolio.published) return found(`${name}: nothing is published, so your teacher meets an empty page.`);
  return [
    ...(portfolio.seen ? [] : found(`${name}: your portfolio is not open to your teacher. Open it to your teachers.`)),
    ...(portfolio.unpublished
      ? found(
          `${name}: your portfolio has changes that nobody sees yet. Publish them, or your teacher reads the older state.`
        )
      : [])
  ];
}
