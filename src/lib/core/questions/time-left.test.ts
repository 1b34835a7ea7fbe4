import { expect, it } from 'vitest';
import { HOUR, MINUTE, SECOND } from '../time/moment';
import { timeLeftWords } from './time-left';

it.each([
  [20 * MINUTE, '20 min left'],
  [20 * MINUTE - 1, '19 min left'],
  [HOUR + 5 * MINUTE, '1 h 5 min left'],
  [MINUTE, '1 min left'],
  [MINUTE - 1, '60 s left'],
  [1.2 * SECOND, '2 s left'],
  [1, '1 s left'],
  [0, 'The time is over'],
  [-SECOND, 'The time is over']
])('%d milliseconds: %s', (left, words) => expect(timeLeftWords(left)).toBe(words));
