import { partName } from '../materials/file-kinds';
import { bytesOf } from '../pieces/registry';
import { askedPieces, type Check } from './check';

/** Files are called what the brief wants. Of several in one place, each has to begin so. */
export const names: Check = {
  name: 'names',
  title: 'Files named as the brief wants',
  find: (situation) =>
    askedPieces(situation).flatMap(({ piece, place, at }) => {
      const wanted = place.named;
      if (!wanted || !bytesOf(piece)) return [];
      const [stem] = partName(piece.name);
      const several = place.wants.howMany?.to !== 1;
      if (stem === wanted || (several && stem.startsWith(wanted))) return [];
      return [{ words: `${piece.name} is not named as the brief wants: ${wanted}.`, at }];
    })
};
