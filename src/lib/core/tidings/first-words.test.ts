import fc from 'fast-check';
import { expect, it } from 'vitest';
import { cut } from '../cut';
import { firstWords } from './first-words';

it('the first words of something are one line, whole words, and say that there is more', () => {
  fc.assert(
    fc.property(fc.string({ unit: fc.constantFrom('a', 'b', ' ', '\n', 'ö', '🐚'), maxLength: 300 }), (text) => {
      const words = firstWords(text);
      expect(words.length).toBeLessThanOrEqual(91);
      expect(words).not.toMatch(/\n|^\s/);
      // No half of a sign is left of one that two units make.
      expect(words.isWellFormed()).toBe(true);
      if (!words.endsWith('…')) expect(words).toBe(text.replace(/\s+/g, ' ').trim());
    })
  );
  const straddling = `a${'🐚'.repeat(60)}`;
  expect(
    [firstWords(straddling), cut(straddling, 90), cut(straddling, 91), cut('', 9)].every((one) => one.isWellFormed())
  ).toBe(true);
  expect([cut('kelp', 3), cut('kelp', 9), cut('🐚🐚', 3)]).toEqual(['kel', 'kelp', '🐚']);
});
