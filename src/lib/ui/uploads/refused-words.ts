import { isRefusalCode, wordsOfRefusal } from '$core/refusals/registry';
import { PIECE_REFUSALS } from '$core/pieces/refusals';

/** Said where a file that was chosen can no longer be read. */
export const GONE: string = 'The file could no longer be read: it was moved, changed or taken away. Choose it again.';

/**
 * Why the server did not let an upload begin, in its own reasons.
 *
 * @param why     the server's code
 * @param largest the most bytes that the place takes
 */
export function uploadRefusedWords(why: string, largest: number): string {
  if (why === 'not-here') return `This place is not there any more, or not yours to fill. ${REST}`;
  if (!isRefusalCode(why))
    return `The server did not take it, and did not say why. ${REST} Load the page again, then add it once more.`;
  const words = wordsOfRefusal(why, { largest });
  // What concerns the piece itself says already that it was not added.
  return (PIECE_REFUSALS as readonly string[]).includes(why) ? words : `${words} ${REST}`;
}

const REST = 'The file was not sent; your other pieces are as they were.';
