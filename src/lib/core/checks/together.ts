import type { Check } from './check';

/** Everybody of the party has looked at what is about to be handed over in their name. */
export const together: Check = {
  name: 'together',
  title: 'Everybody of the party has looked',
  find: ({ unlooked = [] }) =>
    unlooked.map((name) => ({ words: `${name} has not looked at this yet.`, at: { part: 'packet' } }))
};
