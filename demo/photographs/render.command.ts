import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { drawSheets, WRITTEN } from './draw-sheets';
import { photograph, type Picture, type Scene } from './photograph';

/**
 * Photographs the sheets that the simulated camera shows: `node --import tsx demo/photographs/render.command.ts`. They are kept
 * in the repository; this is how they were made.
 */
const LYING: Array<Partial<Scene>> = [
  {
    corners: [
      { x: 0.2, y: 0.12 },
      { x: 0.85, y: 0.17 },
      { x: 0.86, y: 0.87 },
      { x: 0.11, y: 0.83 }
    ],
    desk: 'dark wood',
    lamp: 0.5
  },
  {
    corners: [
      { x: 0.12, y: 0.2 },
      { x: 0.78, y: 0.09 },
      { x: 0.92, y: 0.82 },
      { x: 0.2, y: 0.93 }
    ],
    desk: 'cluttered',
    lamp: 0.3,
    shadow: 0.3
  },
  {
    corners: [
      { x: 0.22, y: 0.18 },
      { x: 0.78, y: 0.18 },
      { x: 0.91, y: 0.9 },
      { x: 0.08, y: 0.9 }
    ],
    desk: 'light wood',
    lamp: 0.4
  }
];
const BASE = { width: 1200, height: 1600, shadow: 0, curl: 0, blur: 0.6, noise: 2.5, paper: 0.95 };

const jpeg = ({ data, width, height }: Picture) =>
  sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 80 })
    .toBuffer();

for (const [i, sheet] of (await drawSheets(WRITTEN)).entries()) {
  const name = WRITTEN[i]?.name ?? '';
  const scene = { ...BASE, ...LYING[i], seed: name } as Scene;
  const to = join(import.meta.dirname, '../../src/lib/ui/capture/simulated', `${name}.jpg`);
  writeFileSync(to, await jpeg(photograph(sheet, scene)));
}
