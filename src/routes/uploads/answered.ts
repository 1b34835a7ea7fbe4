import type { Refusal } from '$core/packets/allowed';
import type { PieceRefusal } from '$core/pieces/refusals';
import { withKept } from '../shared/kept-words';

/** What became of a file, in words where it was not what its sender wanted. */
export type Answered = { ok: true } | { ok: false; words: string; again: boolean };

/** Puts a use-case's answer into words for the script that sent the file. `again`: sending it anew may help. */
export function answered(answer: { ok: true } | { ok: false; why: Refusal | PieceRefusal }): Answered {
  if (answer.ok) return { ok: true };
  const { why } = answer;
  return { ok: false, again: why === 'hash-differs', words: withKept(why) };
}
