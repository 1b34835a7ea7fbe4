import { beforeAll, describe, expect, it } from 'vitest';
import { photograph, type Picture, type Scene } from '../../../../../demo/photographs/photograph';
import { distance, type Corners } from '../corners';
import { sheetTroubles } from '../measures';
import { cleanUp } from './clean-up';
import { clean, type Cv } from './cv';
import { findSheet } from './find-sheet';
import { measureSheet } from './measure-sheet';
import { opencv } from './opencv';
import { straighten } from './straighten';

const PAGE = { width: 420, height: 594 };

/** A sheet with lines that begin at one margin and end where they end. */
function written(lines = 14): Picture {
  const data = new Uint8ClampedArray(PAGE.width * PAGE.height * 4).fill(255);
  for (let line = 0; line < lines; line++) {
    const end = 180 + ((line * 67) % 190);
    for (let x = 40; x < end; x++)
      for (let y = 0; y < 7; y++)
        // Strokes with gaps between them, as letters have.
        if (x % 7 < 3) for (let c = 0; c < 3; c++) data[((60 + line * 34 + y) * PAGE.width + x) * 4 + c] = 20;
  }
  return { data, ...PAGE };
}

const SCENE: Scene = {
  width: 480,
  height: 640,
  corners: [
    { x: 0.17, y: 0.08 },
    { x: 0.9, y: 0.15 },
    { x: 0.83, y: 0.92 },
    { x: 0.08, y: 0.86 }
  ],
  desk: 'dark wood',
  lamp: 0.5,
  shadow: 0,
  curl: 0,
  blur: 0.4,
  noise: 2,
  paper: 0.95,
  seed: 'vision'
};
const cornersOf = ({ corners, width, height }: Scene) =>
  corners.map(({ x, y }) => ({ x: x * width, y: y * height })) as unknown as Corners;

let cv: Cv;
beforeAll(async () => {
  ({ cv } = await opencv());
});

/** What is wrong with a photographed sheet. */
function troubles(photo: Picture, corners: Corners, turn: 0 | 2 = 0) {
  return clean((own) => {
    const whole = own(cv.matFromImageData(photo as ImageData));
    const { mat } = straighten(cv, whole, { corners, turn, look: 'grey', paper: 'a4' });
    own(mat);
    return sheetTroubles([measureSheet(cv, mat, { corners, picture: photo })])[0];
  });
}

describe('a photographed sheet', () => {
  it.each([
    ['on dark wood', {}],
    ['on a white table', { desk: 'white table', paper: 0.99 }],
    ['among other things', { desk: 'cluttered' }],
    ['in the shadow of a hand', { shadow: 0.5 }]
  ] as const)('is found %s', (_, more) => {
    const scene = { ...SCENE, ...more };
    const photo = photograph(written(), scene);
    const found = findSheet(cv, photo);
    const real = cornersOf(scene);
    const width = distance(real[0], real[1]);
    found?.corners.forEach((corner, i) => expect(distance(corner, real[i as 0]) / width).toBeLessThan(0.03));
    expect(found?.sure).toBeGreaterThan(0.5);
  });

  it('is not found where there is none', () => {
    const bare = photograph(written(), {
      ...SCENE,
      corners: SCENE.corners.map(({ x, y }) => ({ x: x + 3, y })) as unknown as Corners
    });
    expect(findSheet(cv, bare)?.sure ?? 0).toBeLessThan(0.75);
  });

  it('is cleaned: paper is white and ink is black, wherever the light fell', () => {
    const photo = photograph(written(), { ...SCENE, shadow: 0.5 });
    const { data } = clean((own) => {
      const whole = own(cv.matFromImageData(photo as ImageData));
      const { mat } = straighten(cv, whole, { corners: cornersOf(SCENE), turn: 0, look: 'black-white', paper: 'a4' });
      own(mat);
      return cleanUp(cv, mat, 'black-white');
    });
    expect(new Set(data)).toEqual(new Set([0, 255]));
    const ink = data.filter((value) => value === 0).length / data.length;
    expect(ink).toBeGreaterThan(0.02);
    expect(ink).toBeLessThan(0.15);
  });

  it('is said to be whole and readable, upside down, empty, dark or cut off', () => {
    const good = photograph(written(), SCENE);
    const corners = cornersOf(SCENE);
    expect(troubles(good, corners)).toEqual([]);
    expect(troubles(good, corners, 2)).toEqual(['upside-down']);
    expect(troubles(photograph(written(0), SCENE), corners)).toEqual(['empty']);
    expect(troubles(photograph(written(), { ...SCENE, paper: 0.25 }), corners)).toContain('dark');
    const [, b, c] = corners;
    expect(troubles(good, [{ x: 0, y: 60 }, b, c, { x: 0, y: 600 }])).toContain('cut-off');
  });
});
