import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { drawings, pageFor, scaled } from './shrink';

const side = fc.integer({ min: 1, max: 20_000 });

describe('pictures made smaller', () => {
  it('begins with all of its pixels and never draws more than there are', () =>
    fc.assert(
      fc.property(side, (longer) => {
        const ways = drawings(longer);
        expect(ways[0]).toEqual({ side: longer, quality: 0.85 });
        for (const way of ways) expect(way.side).toBeLessThanOrEqual(longer);
        for (const [i, way] of ways.slice(1).entries()) expect(way.side).toBeLessThanOrEqual(ways[i]?.side ?? 0);
      })
    ));

  it('keeps its proportions', () =>
    fc.assert(
      fc.property(side, side, side, (width, height, to) => {
        const small = scaled(width, height, to);
        expect(Math.max(small.width, small.height)).toBeLessThanOrEqual(Math.max(width, height));
        expect(small.width).toBeGreaterThanOrEqual(1);
        // A pixel of rounding on either side.
        expect(Math.abs(small.width * height - small.height * width)).toBeLessThanOrEqual(width + height);
      })
    ));

  it('lies whole on its page, in the middle, whatever its shape', () =>
    fc.assert(
      fc.property(side, side, (w, h) => {
        const { page, x, y, width, height } = pageFor(w, h);
        expect(page[0] > page[1]).toBe(w > h);
        expect(x).toBeGreaterThan(23.9);
        expect(y).toBeGreaterThan(23.9);
        expect(x * 2 + width).toBeCloseTo(page[0], 3);
        expect(y * 2 + height).toBeCloseTo(page[1], 3);
      })
    ));
});
