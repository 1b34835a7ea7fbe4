import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anchorWords, findWords, inReadingOrder, wordsAnchor } from './remarks';
import { Anchor } from './anchor';
import { LONGEST_QUOTE } from './bounds';

describe('what a remark speaks of', () => {
  it('is found where it stood, whatever the text', () => {
    fc.assert(
      fc.property(fc.string({ minLength: 1, maxLength: 200 }), fc.nat(199), fc.nat(80), (text, from, length) => {
        const anchor = wordsAnchor(text, Math.min(from, text.length), Math.min(from + length, text.length));
        if (anchor === null) return;
        const found = findWords(text, anchor);
        expect(found && text.slice(found.start, found.end)).toBe(anchor.quote);
        expect(found?.start).toBe(anchor.start);
        expect(Anchor.safeParse(anchor).success).toBe(true);
      })
    );
  });

  it('is found by what stands around it where the text moved, and nowhere where it is gone', () => {
    const text = 'the boat is late, and the boat is old';
    const anchor = wordsAnchor(text, text.lastIndexOf('boat'), text.lastIndexOf('boat') + 4);
    if (!anchor) throw new Error('words');
    expect(findWords(`Of course ${text}`, anchor)?.start).toBe(10 + text.lastIndexOf('boat'));
    expect(findWords('the ship is late', anchor)).toBeNull();
    expect(wordsAnchor(text, 3, 4)).toBeNull();
    expect(wordsAnchor('x'.repeat(LONGEST_QUOTE + 1), 0, LONGEST_QUOTE + 1)).toBeNull();
  });

  it('is nothing else', () => {
    for (const bad of [
      { on: 'words', start: -1, quote: 'x', before: '', after: '' },
      { on: 'words', start: 0, quote: '', before: '', after: '' },
      { on: 'words', start: 0, quote: 'x'.repeat(LONGEST_QUOTE + 1), before: '', after: '' },
      { on: 'area', x: 900, y: 0, width: 200, height: 0 },
      { on: 'area', x: 0.5, y: 0, width: 0, height: 0 },
      { on: 'moment', from: 10, to: 5 },
      { on: 'moment', from: Number.POSITIVE_INFINITY, to: null },
      { on: 'whole', script: 'x' },
      { on: 'elsewhere' }
    ])
      expect(Anchor.safeParse(bad).success).toBe(false);
  });

  it('is come upon from the beginning of the first piece to the end of the last, whatever came first', () => {
    const one = (pieceId: string, anchor: Anchor) => ({ pieceId, anchor, at: 0 });
    const words = (start: number): Anchor => ({ on: 'words', start, quote: 'x', before: '', after: '' });
    const remarks = [
      one('a', words(3)),
      one('a', words(90)),
      one('a', { on: 'whole' }),
      one('b', { on: 'area', x: 900, y: 10, width: 0, height: 0 }),
      one('b', { on: 'area', x: 10, y: 20, width: 0, height: 0 }),
      one('c', { on: 'moment', from: 2, to: null }),
      one('c', { on: 'moment', from: 30, to: 31 })
    ];
    const pieces = [{ id: 'a' }, { id: 'b' }, { id: 'c' }];
    fc.assert(
      fc.property(fc.shuffledSubarray(remarks, { minLength: remarks.length }), (mixed) => {
        expect(inReadingOrder(mixed, pieces)).toEqual(remarks);
      })
    );
  });

  it('is said in words', () => {
    expect(anchorWords({ on: 'moment', from: 65.4, to: null })).toBe('At 1:05');
    expect(anchorWords({ on: 'area', x: 1, y: 1, width: 0, height: 0 })).toBe('On a point of the picture');
    expect(anchorWords({ on: 'words', start: 0, quote: 'a'.repeat(100), before: '', after: '' }).length).toBeLessThan(
      83
    );
  });
});
