import { PIECE_REFUSALS, pieceRefusalWords, type PieceRefusal } from '$core/pieces/refusals';
import { REFUSALS, type Refusal } from '$core/packets/refusals';
import { refusalWords } from '$core/packets/refusal-words';

/**
 * Why the server did not let an upload begin, in its own reasons.
 *
 * @param why     the server's code
 * @param largest the most bytes that the place takes
 */
export function uploadRefusedWords(why: string, largest: number): string {
  if (isOneOf<PieceRefusal>(PIECE_REFUSALS, why)) return pieceRefusalWords(why, largest);
  if (isOneOf<Refusal>(REFUSALS, why)) return `${refusalWords(why)} ${REST}`;
  if (why === 'not-here') return `This place is not there any more, or not yours to fill. ${REST}`;
  return `The server did not take it, and did not say why. ${REST} Load the page again, then add it once more.`;
}

const REST = 'The file was not sent; your other pieces are as they were.';

function isOneOf<T extends string>(all: readonly T[], code: string): code is T {
  return (all as readonly string[]).includes(code);
}
