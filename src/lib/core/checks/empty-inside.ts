import { emptyWords } from '../materials/facts';
import type { Check } from './check';

/** Pictures show something, and recordings can be heard. */
export const emptyInside: Check = {
  name: 'empty-inside',
  title: 'No black or blurred picture, no silent recording',
  find: ({ pieces }) =>
    pieces.flatMap((piece) => {
      const empty = piece.kind === 'file' ? emptyWords(piece.facts) : null;
      return empty === null ? [] : [{ words: `${piece.name}: ${empty}`, at: { place: piece.deliverableId } }];
    })
};
