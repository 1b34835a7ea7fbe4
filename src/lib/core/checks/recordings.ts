import { bytesOf } from '../pieces/registry';
import { RECORDING_TROUBLE_WORDS } from '../recordings/levels';
import type { Check } from './check';

/** Recordings that were made here can be heard from their first word on, and show something. */
export const recordings: Check = {
  name: 'recordings',
  title: 'Recordings made here are neither too quiet nor too loud, and their picture moves',
  find: ({ pieces }) =>
    pieces.flatMap((piece) => {
      const facts = bytesOf(piece)?.facts;
      // That nothing can be heard at all is said of every recording, wherever it was made.
      const troubles = (facts?.made?.recording?.troubles ?? []).filter(
        (one) => one !== 'silent' || !facts?.recording?.silent
      );
      return troubles.map((trouble) => ({
        words: `${piece.name}: ${RECORDING_TROUBLE_WORDS[trouble]}`,
        at: { place: piece.deliverableId }
      }));
    })
};
