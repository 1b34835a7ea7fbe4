import { expect, it } from 'vitest';
import { allowanceWords, roundsWords } from './terms-words';

it('says how many rounds were used of how many, and how many there may be', () => {
  expect([roundsWords(2, 1), roundsWords(1, 0), roundsWords(3, 2)]).toEqual([
    '1 round used of 2',
    '0 rounds used of 1',
    '2 rounds used of 3'
  ]);
  expect([roundsWords(null, 0), roundsWords(null, 1)]).toEqual(['As many rounds as you like', '1 round used']);
  expect([1, 3, null].map(allowanceWords)).toEqual(['One round.', 'Up to 3 rounds.', 'As many rounds as one likes.']);
});
