import type { Check } from './check';

/** Nothing is on its way any more that a round submitted now would go without. */
export const stillComing: Check = {
  name: 'still-coming',
  find: ({ coming }) => (coming === 0 ? [] : [{ words: comingWords(coming), at: { part: 'packet' } }])
};

/** What is still on its way, and what submitting now means for it. */
export function comingWords(count: number): string {
  return count === 1
    ? '1 file is still on its way. A round submitted now goes without it.'
    : `${count} files are still on their way. A round submitted now goes without them.`;
}
