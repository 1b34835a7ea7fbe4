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
