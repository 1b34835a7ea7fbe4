import type { Check } from './check';

/** Nothing in the packet is what the teacher handed out, untouched. */
export const handedOut: Check = {
  name: 'handed-out',
  find: ({ pieces }) =>
    pieces.flatMap((piece) =>
      piece.kind === 'file' && piece.same?.handedOut
        ? [
            {
              words: `${piece.name} is still “${piece.same.handedOut}” as it was handed out. Is your work in another file?`,
              at: { place: piece.deliverableId }
            }
          ]
        : []
    )
};
