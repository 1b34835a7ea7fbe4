import { rangeWords, UNITS, within } from '../pieces/wants';
import type { BytesPiece } from '../pieces/piece';
import { bytesOf } from '../pieces/registry';
import { askedPieces, type Check } from './check';

/** What can be counted of a piece's bytes, and which part of the wants it is held against. */
const MEASURES = [
  { measure: 'words', of: ({ reading }: BytesPiece) => reading?.words ?? null },
  { measure: 'pages', of: ({ reading }: BytesPiece) => reading?.pages ?? null },
  { measure: 'seconds', of: ({ facts }: BytesPiece) => facts?.recording?.seconds ?? null },
  { measure: 'pixels', of: ({ facts }: BytesPiece) => longerSide(facts?.pixels) }
] as const;

/** Words, pages, seconds and pixels lie where the brief wants them, where a file tells how many it has. */
export const measures: Check = {
  name: 'measures',
  title: 'Words, pages, seconds and pixels as wanted',
  find: (situation) =>
    askedPieces(situation).flatMap(({ piece, place, at }) =>
      MEASURES.flatMap(({ measure, of }) => {
        const wanted = place.wants[measure];
        const bytes = bytesOf(piece);
        const n = bytes && of(bytes);
        if (n === null || !wanted || within(Math.round(n), wanted)) return [];
        const say = UNITS[measure];
        return [{ words: `${piece.name} has ${say(Math.round(n))}; wanted: ${rangeWords(wanted, say)}.`, at }];
      })
    )
};

function longerSide(pixels: { width: number; height: number } | undefined): number | null {
  return pixels ? Math.max(pixels.width, pixels.height) : null;
}
