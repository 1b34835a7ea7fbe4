import { createRequire } from 'node:module';
import { dirname } from 'node:path';
import sharp from 'sharp';
import { createWorker, OEM, type Worker } from 'tesseract.js';
import { distance, type Corners } from '../src/lib/core/scans/corners';
import { deflatedBits } from '../src/lib/core/scans/bits';
import { scanPdf, type PdfSheet } from '../src/lib/core/scans/pdf';
import { LOOKS, type Look } from '../src/lib/core/scans/sheet';
import { cleanUp, type Cleaned } from '../src/lib/core/scans/vision/clean-up';
import { clean, type Photograph } from '../src/lib/core/scans/vision/cv';
import { findSheet } from '../src/lib/core/scans/vision/find-sheet';
import { opencv } from '../src/lib/core/scans/vision/opencv';
import { straighten } from '../src/lib/core/scans/vision/straighten';
import { drawSheets, PRINTED, WRITTEN } from '../demo/photographs/draw-sheets';
import { photograph, type Picture, type Scene } from '../demo/photographs/photograph';
import { scenes, sceneWords } from '../demo/photographs/scenes';
import type { Result } from './stage';

/** How far from where they are the corners of a sheet are found, over photographs that a script rendered. */
export async function scanCorners(): Promise<Result[]> {
  const { cv } = await opencv();
  const [sheet] = await drawSheets(WRITTEN.slice(0, 1));
  const misses: Array<{ by: number; words: string }> = [];
  for (const [i, scene] of scenes(900, 1200).entries()) {
    const photo = await taken(sheet as Picture, scene);
    const found = findSheet(cv, photo);
    const real = cornersOf(scene);
    const width = distance(real[0], real[1]);
    const far = (n: number) => (found ? distance(found.corners[n as 0] as Corners[0], real[n as 0]) / width : 1);
    for (const n of [0, 1, 2, 3]) misses.push({ by: far(n) * 100, words: sceneWords(i) });
  }
  const mean = misses.reduce((sum, { by }) => sum + by, 0) / misses.length;
  const worst = misses.reduce((one, other) => (other.by > one.by ? other : one));
  const floor = `${misses.length / 4} photographs; worst: ${worst.words}`;
  const result = { unit: "% of the sheet's width", direction: 'max' as const, floor };
  return [
    { name: 'scan-corners/mean', value: mean, bound: 1, ...result },
    { name: 'scan-corners/worst', value: worst.by, bound: 3, ...result }
  ];
}

/** Scenes whose sheets are read: straight, from below, in shadow, out of focus, among other things. */
const READ = [0, 3, 15, 16, 21];

/** What a machine reads from cleaned sheets and from their photographs, and how large a page of the PDF is. */
export async function scanLegible(): Promise<Result[]> {
  const { cv } = await opencv();
  const [sheet] = await drawSheets([PRINTED]);
  const said = [PRINTED.title, ...PRINTED.lines].join(' ');
  const reader = await createWorker('eng', OEM.LSTM_ONLY, {
    langPath: dirname(
      createRequire(import.meta.url).resolve('@tesseract.js-data/eng/4.0.0_best_int/eng.traineddata.gz')
    ),
    cacheMethod: 'none'
  });
  await reader.setParameters({ user_defined_dpi: '200' } as never);
  const wrong: Record<Look | 'photograph', number[]> = { 'black-white': [], grey: [], colour: [], photograph: [] };
  const kilobytes: Record<Look, number[]> = { 'black-white': [], grey: [], colour: [] };
  const all = scenes(1500, 2000);
  for (const i of READ) {
    const photo = await taken(sheet as Picture, all[i] as Scene);
    wrong.photograph.push(await misread(reader, await png({ ...photo, channels: 4 }), said));
    const corners = findSheet(cv, photo)?.corners ?? cornersOf(all[i] as Scene);
    for (const look of LOOKS) {
      const { cleaned, size } = clean((own) => {
        const whole = own(cv.matFromImageData(photo as ImageData));
        const straight = straighten(cv, whole, { corners, turn: 0, look, paper: 'a4' });
        own(straight.mat);
        return { cleaned: cleanUp(cv, straight.mat, look), size: straight.size };
      });
      const channels = look === 'colour' ? 3 : 1;
      wrong[look].push(await misread(reader, await png({ ...cleaned, channels }), said));
      const pdf = await scanPdf('Scan', [{ size, words: [], image: await imageOf(cleaned) }]);
      kilobytes[look].push(pdf.length / 1000);
    }
  }
  await reader.terminate();
  const mean = (values: number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
  const worst = LOOKS.reduce((one, look) => (mean(wrong[look]) > mean(wrong[one]) ? look : one));
  const rates = [...LOOKS, 'photograph' as const].map((what) => `${what} ${mean(wrong[what]).toFixed(2)} %`).join(', ');
  const legible = { value: mean(wrong[worst]), unit: '% of characters', direction: 'max' as const, floor: rates };
  return [
    { name: 'scan-legible', bound: 2, ...legible },
    { name: 'scan-legible/photograph', ...legible, bound: mean(wrong.photograph) },
    ...(['black-white', 'colour'] as const).map((look) => ({
      name: `scan-bytes/${look}`,
      value: Math.max(...kilobytes[look]),
      unit: 'kB a page',
      bound: look === 'black-white' ? 150 : 400,
      direction: 'max' as const,
      floor: `the largest of ${READ.length} pages`
    }))
  ];
}

const cornersOf = ({ corners, width, height }: Scene) =>
  corners.map(({ x, y }) => ({ x: x * width, y: y * height })) as unknown as Corners;

/** A photograph as a camera hands it over: through a JPEG. */
async function taken(sheet: Picture, scene: Scene): Promise<Photograph> {
  const { width, height, data } = photograph(sheet, scene);
  const raw = { raw: { width, height, channels: 4 as const } };
  const jpeg = await sharp(Buffer.from(data.buffer), raw).removeAlpha().jpeg({ quality: 88 }).toBuffer();
  const pixels = await sharp(jpeg).ensureAlpha().raw().toBuffer();
  return { data: new Uint8ClampedArray(pixels), width, height };
}

interface Pixels {
  data: Uint8Array | Uint8ClampedArray;
  width: number;
  height: number;
  channels: 1 | 3 | 4;
}
const raw = ({ data, width, height, channels }: Pixels) =>
  sharp(Buffer.from(data), { raw: { width, height, channels } });
const png = (pixels: Pixels) => raw(pixels).png().toBuffer();

async function imageOf({ look, data, width, height }: Cleaned): Promise<PdfSheet['image']> {
  if (look === 'black-white') return { kind: 'bits', deflated: await deflatedBits(data, width, height), width, height };
  const channels = look === 'colour' ? 3 : 1;
  return {
    kind: 'jpeg',
    bytes: new Uint8Array(await raw({ data, width, height, channels }).jpeg({ quality: 72 }).toBuffer())
  };
}

/** Characters that were read wrongly, in percent of those that stand there: the fewest that have to be changed (Levenshtein). */
async function misread(reader: Worker, picture: Buffer, said: string): Promise<number> {
  const tidy = (text: string) => text.replace(/\s+/g, ' ').trim();
  const [real, read] = [tidy(said), tidy((await reader.recognize(picture)).data.text)];
  let before = Array.from({ length: read.length + 1 }, (_, i) => i);
  for (let i = 1; i <= real.length; i++) {
    const row = [i];
    for (let k = 1; k <= read.length; k++)
      row[k] = Math.min(
        (before[k] ?? 0) + 1,
        (row[k - 1] ?? 0) + 1,
        (before[k - 1] ?? 0) + (real[i - 1] === read[k - 1] ? 0 : 1)
      );
    before = row;
  }
  return ((before[read.length] ?? 0) / real.length) * 100;
}
