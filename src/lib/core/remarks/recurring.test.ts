import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { asPhrase, filledPhrase, matching } from './phrases';
import { recurring } from './recurring';

describe('what keeps coming back', () => {
  it('is named by the longest words that it always stands in', () => {
    const remarks = [
      'Where is the scale bar?',
      'A scale bar, please.',
      'Say which pool. The scale bar is missing again.',
      'Which pool?',
      'The method is sound.'
    ];
    expect(recurring(remarks)).toEqual([
      { words: 'scale bar', times: 3 },
      { words: 'pool', times: 2 }
    ]);
  });

  it('is never in more remarks than there are, nor in fewer than asked, whatever was said', () => {
    fc.assert(
      fc.property(
        fc.array(fc.string({ maxLength: 60 }), { maxLength: 12 }),
        fc.integer({ min: 1, max: 4 }),
        (remarks, least) => {
          for (const { words, times } of recurring(remarks, { least })) {
            expect(times).toBeGreaterThanOrEqual(least);
            expect(times).toBeLessThanOrEqual(remarks.length);
            expect(words).not.toBe('');
          }
        }
      )
    );
  });
});

describe('a phrase', () => {
  it('leaves the name and the row open, and is filled with both', () => {
    const kept = asPhrase('Ilse, mind the scale bar. Ilsebill is another.', 'Ilse Varga');
    expect(kept).toBe('{student}, mind the scale bar. Ilsebill is another.');
    const filled = filledPhrase('{student}: {row} is thin.', { student: 'Teodor Brandt', row: 'Method' });
    expect(filled).toBe('Teodor: Method is thin.');
    expect(filledPhrase('{row} is thin.', { student: 'T', row: null })).toBe('this is thin.');
    expect(asPhrase('$& Ilse (sic)', 'Ilse. Varga')).toBe('$& Ilse (sic)');
  });

  it('is found by all of its words, what begins with them first', () => {
    const phrases = ['Say why the scale is off', 'Scale bar', 'Good'].map((body, i) => ({ id: String(i), body }));
    expect(matching(phrases, 'scale').map(({ body }) => body)).toEqual(['Scale bar', 'Say why the scale is off']);
    expect(matching(phrases, 'why say')).toHaveLength(1);
    expect(matching(phrases, '')).toHaveLength(3);
  });
});
