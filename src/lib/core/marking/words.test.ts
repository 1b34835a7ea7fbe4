import { expect, it } from 'vitest';
import { REFUSALS } from '../packets/refusals';
import { MARK_REFUSALS, markRefusalWords } from './words';

it('has words for the teacher for every refusal', () => {
  for (const why of [...REFUSALS, ...MARK_REFUSALS]) expect(markRefusalWords(why)).toMatch(/\.$/);
  expect(markRefusalWords('nothing-stands')).toMatch(/took it back/);
});
