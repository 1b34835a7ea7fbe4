import { expect, it } from 'vitest';
import { isRefusalCode, REFUSAL_CODES, wordsOfRefusal } from './registry';

const LARGEST = 5_000_000;

it('has words that end for every code, for either reader', () => {
  for (const why of REFUSAL_CODES)
    for (const reader of [undefined, 'teacher'] as const)
      expect(wordsOfRefusal(why, { reader, largest: LARGEST }), why).toMatch(/^[A-Z“][^]*[.]$/);
});

it('knows each code once, so that no topic answers for another', () => {
  expect(REFUSAL_CODES.filter((code, i) => REFUSAL_CODES.indexOf(code) !== i)).toEqual([]);
});

it('says what the place takes', () => {
  expect(wordsOfRefusal('too-large', { largest: LARGEST })).toContain('5 MB');
  expect(wordsOfRefusal('wrong-type', { largest: LARGEST, types: ['pdf'] })).toContain('PDF');
  expect(wordsOfRefusal('excused', { largest: LARGEST, reader: 'teacher' })).toContain('This student');
});

it('tells codes from what is none', () => {
  expect(isRefusalCode('shelf-full')).toBe(true);
  expect(['toString', '', 'nothing'].some(isRefusalCode)).toBe(false);
});
