import { fc, test } from './corners.testing';
import { describe, expect, it } from 'vitest';
import { area, heightToWidth, inOrder, isSheet, withCorner, wholeOf, type Corners } from './corners';

const PICTURE = { width: 1200, height: 1600 };

describe('corners', () => {
  test('in any order they are told apart, and make the same sheet', (corners) => {
    fc.assert(
      fc.property(fc.shuffledSubarray([0, 1, 2, 3], { minLength: 4 }), (order) => {
        expect(inOrder(order.map((i) => corners[i as 0]))).toEqual(corners);
      }),
      { numRuns: 10 }
    );
    expect(isSheet(corners)).toBe(true);
    expect(area(corners)).toBeGreaterThan(0);
  });

  test('however one is dragged, they stay a sheet on the picture or the drag is refused', (corners) => {
    fc.assert(
      fc.property(
        fc.nat(3),
        fc.double({ min: -500, max: 2500, noNaN: true }),
        fc.double({ min: -500, max: 2500, noNaN: true }),
        (i, x, y) => {
          const moved = withCorner(corners, i, { x, y }, PICTURE);
          if (moved === null) return;
          expect(isSheet(moved)).toBe(true);
          for (const corner of moved) {
            expect(corner.x).toBeGreaterThanOrEqual(0);
            expect(corner.y).toBeLessThanOrEqual(PICTURE.height);
          }
        }
      ),
      { numRuns: 20 }
    );
  });

  it('a bow tie is no sheet', () => {
    const [a, b, c, d] = wholeOf(PICTURE);
    expect(isSheet([a, c, b, d])).toBe(false);
  });

  it('how high a sheet is for its width is told from a photograph that is foreshortened', () => {
    // A4 of 210 by 297, seen by a camera that stands low: computed with a pinhole of 1,300 pixels.
    const seen = [
      [-105, -148.5],
      [105, -148.5],
      [105, 148.5],
      [-105, 148.5]
    ].map(([x = 0, y = 0]) => {
      const tilt = 0.6;
      const [up, deep] = [y * Math.cos(tilt), 520 - y * Math.sin(tilt)];
      return { x: 600 + (1300 * x) / deep, y: 800 + (1300 * up) / deep };
    }) as unknown as Corners;
    expect(heightToWidth(seen, PICTURE)).toBeCloseTo(297 / 210, 2);
  });
});
