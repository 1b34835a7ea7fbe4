import type { Check } from './check';

/** Nothing is on its way any more that a round submitted now would go without. */
export const stillComing: Check = {
  name: 'still-coming',
  find: ({ coming }) =>
    coming === 0
      ? []
      : [
          {
            words: `${coming === 1 ? '1 file is' : `${coming} files are`} still on ${coming === 1 ? 'its' : 'their'} way. A round submitted now goes without ${coming === 1 ? 'it' : 'them'}.`,
            at: { part: 'packet' }
          }
        ]
};
