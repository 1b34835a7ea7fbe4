import type { Check } from './check';

/** So many are named one by one. */
const MOST = 4;

/** Everybody of the party has looked at what is about to be handed over in their name. */
export const together: Check = {
  name: 'together',
  title: 'Everybody of the party has looked',
  find: ({ unlooked = [] }) =>
    (unlooked.length > MOST
      ? [`${unlooked.length} of you have not looked at this yet: ${unlooked.slice(0, MOST).join(', ')} and others.`]
      : unlooked.map((name) => `${name} has not looked at this yet.`)
    ).map((words) => ({ words, at: { part: 'packet' } }))
};
