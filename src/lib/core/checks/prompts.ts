import { promptName } from '../pages/prompt-name';
import { bytesOf } from '../pieces/registry';
import type { Check } from './check';
import { isSpare } from './two-copies';

/**
 * Nothing that a starter asks is left open. What may stay empty is never spoken of, nor a copy that nobody touched because
 * the work was written by hand or in a file.
 */
export const prompts: Check = {
  name: 'prompts',
  title: 'Every question of a starter answered',
  find: (situation) =>
    situation.pieces.flatMap((piece) => {
      const { prompts: all = [], toChoose = 0 } = bytesOf(piece)?.facts ?? {};
      const at = { place: piece.deliverableId };
      const choose = toChoose > 0 ? [{ words: `${piece.name}: ${toChooseWords(toChoose)}`, at }] : [];
      const asked = all.filter(({ optional }) => !optional);
      const open = asked.filter(({ answered }) => !answered).map(({ label }) => `“${promptName(label)}”`);
      if (open.length === 0 || isSpare(piece.id, situation)) return choose;
      const named = open.slice(0, 3).join(', ');
      const more = open.length > 3 ? ` and ${open.length - 3} more` : '';
      const words = `${piece.name}: ${asked.length - open.length} of ${asked.length} answered. Open: ${named}${more}.`;
      return [{ words, at }, ...choose];
    })
};

const toChooseWords = (n: number) =>
  n === 1
    ? 'a question that you had answered is not asked any more. Keep your words, or take them out.'
    : `${n} questions that you had answered are not asked any more. Keep your words, or take them out.`;
