import fc from 'fast-check';
import { it } from 'vitest';
import { inOrder, isSheet, type Corners } from './corners';

export { fc };

/** Corners of a sheet on a picture of 1,200 by 1,600 pixels: each lies in a quarter of its own. */
export const anySheet = fc
  .tuple(
    ...[0, 1, 2, 3].map(() =>
      fc.tuple(fc.double({ min: 0, max: 0.42, noNaN: true }), fc.double({ min: 0, max: 0.42, noNaN: true }))
    )
  )
  .map((far) => {
    const at = (i: number) => far[i] ?? [0, 0];
    return [
      { x: 1200 * at(0)[0], y: 1600 * at(0)[1] },
      { x: 1200 * (1 - at(1)[0]), y: 1600 * at(1)[1] },
      { x: 1200 * (1 - at(2)[0]), y: 1600 * (1 - at(2)[1]) },
      { x: 1200 * at(3)[0], y: 1600 * (1 - at(3)[1]) }
    ] as unknown as Corners;
  })
  .filter((corners) => isSheet(corners) && inOrder(corners).every((corner, i) => corner === corners[i]));

/** A test that holds for every sheet. */
export const test = (name: string, holds: (corners: Corners) => void) =>
  it(name, () => {
    fc.assert(fc.property(anySheet, holds), { numRuns: 60 });
  });
