import { rangeWords, UNITS, within } from '../assignments/wants';
import type { FilePiece } from '../packets/views';
import { askedPieces, type Check } from './check';

/** What can be counted of a file, and which part of the wants it is held against. */
const MEASURES = [
  { measure: 'words', of: ({ reading }: FilePiece) => reading?.words ?? null },
  { measure: 'pages', of: ({ reading }: FilePiece) => reading?.pages ?? null },
  { measure: 'seconds', of: ({ facts }: FilePiece) => facts?.recording?.seconds ?? null },
  { measure: 'pixels', of: ({ facts }: FilePiece) => longerSide(facts?.pixels) }
] as const;

/** Words, pages, seconds and pixels lie where the brief wants them, where a file tells how many it has. */
export const measures: Check = {
  name: 'measures',
  title: 'Words, pages, seconds and pixels as wanted',
  find: (situation) =>
    askedPieces(situation).flatMap(({ piece, place, at }) =>
      MEASURES.flatMap(({ measure, of }) => {
        const wanted = place.wants[measure];
        const n = piece.kind === 'file' ? of(piece) : null;
        if (n === null || !wanted || within(Math.round(n), wanted)) return [];
        const say = UNITS[measure];
        return [{ words: `${piece.name} has ${say(Math.round(n))}; wanted: ${rangeWords(wanted, say)}.`, at }];
      })
    )
};

function longerSide(pixels: { width: number; height: number } | undefined): number | null {
  return pixels ? Math.max(pixels.width, pixels.height) : null;
}
