import { troubleWords } from '../materials/facts';
import { bytesOf } from '../pieces/registry';
import type { Check } from './check';

/** Every file opens: it is not locked, cut off, damaged or too large inside. */
export const sound: Check = {
  name: 'sound',
  title: 'Every file opens',
  find: ({ pieces }) =>
    pieces.flatMap((piece) => {
      const trouble = troubleWords(bytesOf(piece)?.facts ?? null);
      return trouble === null ? [] : [{ words: `${piece.name}: ${trouble}`, at: { place: piece.deliverableId } }];
    })
};
