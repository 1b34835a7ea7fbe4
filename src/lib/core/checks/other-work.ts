import { partName } from '../materials/file-kinds';
import { bytesOf } from '../pieces/registry';
import { plainWords } from './likeness';
import type { Check } from './check';

/** No file is named after another assignment. */
export const otherWork: Check = {
  name: 'other-work',
  title: 'No file named after another assignment',
  find: ({ pieces, title, deliverables, others }) => {
    const ours = new Set([title, ...deliverables.map((place) => place.title)].flatMap(telling));
    return pieces.flatMap((piece) => {
      if (!bytesOf(piece)) return [];
      const named = new Set(plainWords(partName(piece.name)[0]));
      // Of titles that share words the one that is named in full is meant, and only by words that are not ours.
      const meant = others.find((other) => {
        const words = telling(other);
        return words.length > 0 && words.every((word) => named.has(word)) && words.some((word) => !ours.has(word));
      });
      if (meant === undefined || telling(title).every((word) => named.has(word))) return [];
      return [
        { words: `${piece.name} is named after another assignment, “${meant}”.`, at: { place: piece.deliverableId } }
      ];
    });
  }
};

/** Words of a title that tell it from others. */
function telling(title: string): string[] {
  return plainWords(title).filter((word) => word.length > 2 && !COMMON.has(word));
}
const COMMON = new Set(['the', 'and', 'for', 'with', 'your', 'from', 'report', 'draft', 'final', 'sheet', 'notes']);
