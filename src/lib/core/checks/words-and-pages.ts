import { rangeWords, UNITS, within } from '../assignments/wants';
import { askedPieces, type Check } from './check';

/** What was written is as long as the brief wants, in words and in pages, where a file tells how many it has. */
export const wordsAndPages: Check = {
  name: 'words-and-pages',
  find: (situation) =>
    askedPieces(situation).flatMap(({ piece, place, at }) => {
      if (piece.kind !== 'file' || !piece.reading) return [];
      const { words, pages } = piece.reading;
      const measures = [
        { n: words, measure: 'words' },
        { n: pages, measure: 'pages' }
      ] as const;
      return measures.flatMap(({ n, measure }) => {
        const wanted = place.wants[measure];
        if (n === null || !wanted || within(n, wanted)) return [];
        const say = UNITS[measure];
        return [{ words: `${piece.name} has ${say(n)}; wanted: ${rangeWords(wanted, say)}.`, at }];
      });
    })
};
