import { rangeWords, UNITS, within } from '../pieces/wants';
import type { Check } from './check';

/** Every place that was asked for holds something, and as many pieces as are wanted. */
export const filledPlaces: Check = {
  name: 'filled-places',
  title: 'Every place asked for is filled',
  find: ({ deliverables, pieces, coming }) =>
    deliverables.flatMap((place) => {
      const comes = coming.filter((to) => to === place.id).length;
      const there = pieces.filter((piece) => piece.deliverableId === place.id).length + comes;
      const at = { place: place.id };
      if (there === 0) return place.optional ? [] : [{ words: `${place.title} is empty.`, at }];
      const { howMany } = place.wants;
      if (!howMany || within(there, howMany)) return [];
      return [
        { words: `${place.title} holds ${UNITS.howMany(there)}; wanted: ${rangeWords(howMany, UNITS.howMany)}.`, at }
      ];
    })
};
