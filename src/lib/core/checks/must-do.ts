import type { Check } from './check';

/** Every step that the brief asks for is done. */
export const mustDo: Check = {
  name: 'must-do',
  title: 'Every must-do item is ticked',
  find: ({ mustDo: items }) =>
    items
      .filter(({ optional, met }) => !optional && !met)
      .map(({ text }) => ({ words: `Not done yet: ${text}`, at: { part: 'brief' } }))
};
