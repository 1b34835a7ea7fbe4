import { describe, expect, it } from 'vitest';
import { rangeWords, spacingText, UNITS } from './wants';

describe('what is wanted of something, in words', () => {
  it('names a range by both ends, one, or none, each with its unit', () => {
    expect(rangeWords({ from: 800, to: 1200 }, UNITS.words)).toBe('800 to 1,200 words');
    expect(rangeWords({ from: 0, to: 1 }, UNITS.pages)).toBe('0 to 1 page');
    expect(rangeWords({ from: 0, to: 1 }, UNITS.words)).toBe('0 to 1 word');
    expect(rangeWords({ from: 0, to: 1 }, UNITS.howMany)).toMatch(/^0 to 1 \w+$/);
    expect(rangeWords({ from: 60, to: 180 }, UNITS.seconds)).toBe('1 min to 3 min');
    expect(rangeWords({ from: 2 }, UNITS.pages)).toBe('at least 2 pages');
    expect(rangeWords({ to: 1 }, UNITS.pages)).toBe('at most 1 page');
    expect(rangeWords({ from: 1, to: 1 }, UNITS.pages)).toBe('exactly 1 page');
    expect(rangeWords({}, UNITS.pages)).toBe('');
    expect([1, 1.5, 2].map(spacingText)).toEqual(['single', '1.5', 'double']);
  });
});
