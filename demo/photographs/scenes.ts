import type { Corners } from '../../src/lib/core/scans/corners';
import type { Desk } from './desk';
import type { Scene } from './photograph';

/** Where a sheet lies, in words, and its corners as shares of an upright photograph. */
const LYING: Record<string, Corners> = {
  straight: quad(0.12, 0.1, 0.88, 0.1, 0.88, 0.91, 0.12, 0.91),
  'turned a little': quad(0.17, 0.08, 0.92, 0.16, 0.83, 0.93, 0.08, 0.85),
  'turned the other way': quad(0.08, 0.18, 0.8, 0.07, 0.93, 0.84, 0.2, 0.94),
  'seen from below': quad(0.24, 0.2, 0.76, 0.2, 0.93, 0.9, 0.07, 0.9),
  'seen from the left': quad(0.1, 0.08, 0.86, 0.2, 0.86, 0.8, 0.1, 0.93),
  'seen from a corner': quad(0.3, 0.12, 0.86, 0.2, 0.9, 0.86, 0.06, 0.8),
  small: quad(0.26, 0.3, 0.7, 0.26, 0.76, 0.74, 0.3, 0.79),
  'nearly cut off': quad(0.03, 0.03, 0.97, 0.04, 0.96, 0.97, 0.02, 0.96)
};

function quad(...n: [number, number, number, number, number, number, number, number]): Corners {
  return [
    { x: n[0], y: n[1] },
    { x: n[2], y: n[3] },
    { x: n[4], y: n[5] },
    { x: n[6], y: n[7] }
  ];
}

const PLAIN = { lamp: 0.2, shadow: 0, curl: 0, blur: 0.7, noise: 3, paper: 0.94 };

type Row = [lying: string, desk: Desk, more?: Partial<Scene>];

/** What people photograph: each way of lying, each desk, and what makes it hard, at least once. */
const ROWS: Row[] = [
  ['straight', 'dark wood'],
  ['turned a little', 'dark wood', { lamp: 0.6 }],
  ['turned the other way', 'light wood'],
  ['seen from below', 'grey cloth'],
  ['seen from the left', 'dark wood', { noise: 9 }],
  ['seen from a corner', 'light wood', { lamp: 0.5 }],
  ['small', 'grey cloth', { noise: 6 }],
  ['nearly cut off', 'dark wood'],
  ['straight', 'white table', { paper: 0.99 }],
  ['turned a little', 'white table', { paper: 0.97, lamp: 0.4 }],
  ['seen from below', 'white table', { paper: 0.98, noise: 5 }],
  ['turned the other way', 'cluttered'],
  ['seen from the left', 'cluttered', { lamp: 0.5 }],
  ['small', 'cluttered', { noise: 6 }],
  ['turned a little', 'grey cloth', { shadow: 0.45 }],
  ['seen from below', 'dark wood', { shadow: 0.6, lamp: 0.4 }],
  ['seen from a corner', 'cluttered', { shadow: 0.35 }],
  ['turned the other way', 'light wood', { shadow: 0.4, paper: 0.9 }],
  ['straight', 'light wood', { curl: 0.025 }],
  ['seen from the left', 'grey cloth', { curl: 0.03, lamp: 0.4 }],
  ['turned a little', 'light wood', { paper: 0.84, noise: 6 }],
  ['seen from a corner', 'dark wood', { blur: 1.8 }],
  ['small', 'light wood', { lamp: 0.8, noise: 8 }],
  ['nearly cut off', 'grey cloth', { shadow: 0.3, curl: 0.015 }]
];

/** Scenes by which finding a sheet is measured, for a photograph of these sides. */
export const scenes = (width: number, height: number): Scene[] =>
  ROWS.map(([lying, desk, more], i) => ({
    ...PLAIN,
    width,
    height,
    desk,
    corners: LYING[lying] as Corners,
    seed: `scene ${i}`,
    ...more
  }));

/** What a scene is, for whoever reads where something went wrong. */
export const sceneWords = (i: number): string => {
  const [lying, desk, more] = ROWS[i] as Row;
  return [lying, `on ${desk}`, ...Object.entries(more ?? {}).map(([name, value]) => `${name} ${String(value)}`)].join(
    ', '
  );
};
