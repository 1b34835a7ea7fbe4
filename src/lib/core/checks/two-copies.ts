import { bytesOf } from '../pieces/registry';
import { isStarterCopy } from '../pieces/starter-copy';
import type { Check, Situation } from './check';

/** Where a starter is filled in, one copy counts: the page, or what was written by hand or in a file instead. */
export const twoCopies: Check = {
  name: 'two-copies',
  title: 'One copy of a starter, not two',
  find: (situation) =>
    placesWithBoth(situation).map(({ place, page, other }) => ({
      words: `Both ${page} and ${other} lie in ${place.title}. Take out the one that is not to count.`,
      at: { place: place.id }
    }))
};

/** Places with a starter in which a page lies and something else besides: the page's name, and that of the other. */
function placesWithBoth({ deliverables, pieces }: Situation) {
  return deliverables
    .filter(({ starter }) => starter === true)
    .flatMap((place) => {
      const here = pieces.filter((piece) => piece.deliverableId === place.id);
      const copy = here.find(isStarterCopy);
      const other = here.find((piece) => piece !== copy && bytesOf(piece)?.evidenceFor === null);
      return copy && other ? [{ place, page: copy.name, other: other.name }] : [];
    });
}

/** Whether a page is a copy on which nothing is answered, beside another piece that takes its place. */
export function isSpare(pieceId: string, situation: Situation): boolean {
  const piece = situation.pieces.find(({ id }) => id === pieceId);
  const asked = (piece && bytesOf(piece)?.facts?.prompts) ?? [];
  const both = placesWithBoth(situation).some(({ place }) => place.id === piece?.deliverableId);
  return both && asked.every(({ answered }) => !answered);
}
