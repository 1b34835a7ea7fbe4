import type { Check } from './check';

/** Whoever has a part of a page has said that it is finished. */
export const ownParts: Check = {
  name: 'own-parts',
  title: 'Every part of a page is finished',
  find: ({ openParts = [] }) => {
    const mine = openParts.filter((one) => one.mine).map(({ title }) => `Your part “${title}” is not finished.`);
    const others = openParts.filter((one) => !one.mine).map(({ title }) => title);
    const said =
      others.length > SHOWN
        ? `${others.slice(0, SHOWN).join(', ')} and ${others.length - SHOWN} more`
        : others.join(', ');
    const rest =
      others.length === 0
        ? []
        : [`${others.length === 1 ? 'One part is' : `${others.length} parts are`} not finished: ${said}.`];
    return [...mine, ...rest].map((words) => ({ words, at: { part: 'packet' } }));
  }
};
/** So many parts are named. */
const SHOWN = 4;
