import { REFUSALS, type Refusal } from '$core/packets/refusals';
import { keptWords, pieceRefusalWords, type PieceRefusal } from '$core/pieces/refusals';
import { refusalWords } from '$core/packets/refusal-words';
import { config } from '$server/config';

/** Why a piece was not taken, in words: custody's reasons and those of the piece itself. */
export function fileWords(why: Refusal | PieceRefusal, types: readonly string[] = []): string {
  return isRefusal(why) ? refusalWords(why) : pieceRefusalWords(why, config.maxFileBytes, types);
}

export function isRefusal(why: string): why is Refusal {
  return (REFUSALS as readonly string[]).includes(why);
}

/** The same with what was kept of a file that did not go into the packet. */
export function withKept(why: Refusal | PieceRefusal): string {
  const kept = isRefusal(why) ? 'The file itself is on your Shelf.' : keptWords(why);
  return `${fileWords(why)} ${kept}`.trim();
}
