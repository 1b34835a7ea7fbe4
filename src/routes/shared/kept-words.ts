import { REFUSALS, type Refusal } from '$core/packets/refusals';
import { keptWords, type PieceRefusal } from '$core/pieces/refusals';
import { wordsOfRefusal } from '$core/refusals/registry';
import { config } from '$server/config';

/** Why a file did not go into the packet, with what was kept of it. */
export function withKept(why: Refusal | PieceRefusal): string {
  const kept = isRefusal(why) ? 'The file itself is on your Shelf.' : keptWords(why);
  return `${wordsOfRefusal(why, { largest: config.maxFileBytes })} ${kept}`.trim();
}

const isRefusal = (why: string): why is Refusal => (REFUSALS as readonly string[]).includes(why);
