import { emptyWords } from '../materials/facts';
import { bytesOf } from '../pieces/registry';
import type { Check } from './check';

/** Pictures show something, and recordings can be heard. */
export const emptyInside: Check = {
  name: 'empty-inside',
  title: 'No black or blurred picture, no silent recording',
  find: ({ pieces }) =>
    pieces.flatMap((piece) => {
      const empty = emptyWords(bytesOf(piece)?.facts ?? null);
      return empty === null ? [] : [{ words: `${piece.name}: ${empty}`, at: { place: piece.deliverableId } }];
    })
};
