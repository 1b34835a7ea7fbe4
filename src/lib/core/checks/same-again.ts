import { bytesOf } from '../pieces/registry';
import type { Check, Finding, Situation } from './check';

/** The packet is not the same as a round before, and no file lies in two places. */
export const sameAgain: Check = {
  name: 'same-again',
  title: 'Not the same as a round before, nothing twice',
  find: (situation) => [...sameRound(situation), ...twice(situation)]
};

function sameRound({ custody, pieces }: Situation): Finding[] {
  const last = custody.rounds.at(-1);
  if (!last || pieces.length === 0) return [];
  const files = pieces.flatMap((piece) => bytesOf(piece) ?? []);
  const same = files.filter((piece) => piece.same?.rounds.includes(last.no));
  if (files.length < pieces.length || same.length < files.length) return [];
  return [
    { words: `Every piece is the same as in round ${last.no}. Nothing has changed since.`, at: { part: 'packet' } }
  ];
}

function twice({ pieces }: Situation): Finding[] {
  const seen = new Set<string>();
  return pieces.flatMap((piece) => {
    const other = bytesOf(piece)?.same?.piece ?? null;
    // Of two that are the same, the second one is named.
    if (other === null || !seen.has(other)) {
      seen.add(piece.name);
      return [];
    }
    const words =
      piece.name === other ? `${piece.name} lies here twice.` : `${piece.name} is the same file as ${other}.`;
    return [{ words, at: { place: piece.deliverableId } }];
  });
}
