import fc from 'fast-check';
import { expect, it } from 'vitest';
import { wordCount } from './word-count';

it.each([
  ['', 0],
  ['  \n ', 0],
  ['Low water at noon.', 4],
  ['a – b', 2],
  ['• storm-torn\tledge, 12 cm', 4],
  ['Ærø and Ørsted', 3]
])('%j has %i words', (text, count) => {
  expect(wordCount(text)).toBe(count);
});

it('is the sum of what stands in its lines, however they are parted', () => {
  const words = fc.array(fc.stringMatching(/^[a-zæøå0-9-]*[a-z0-9]$/), { maxLength: 40 });
  const gap = fc.constantFrom(' ', '\n', '\t', '  ', ' – ', '\u00a0', '\r\n• ');
  fc.assert(
    fc.property(words, gap, (all, between) => {
      expect(wordCount(all.join(between))).toBe(all.length);
    })
  );
});
