import { distance, type Corners } from '../corners';
import type { SheetMeasures } from '../measures';
import { PRINT } from '../likeness';
import { clean, type Cv, type Mat } from './cv';

/** What a sheet that was cut out of a photograph is like. `straight`: four channels, as it was photographed. */
export function measureSheet(
  cv: Cv,
  straight: Mat,
  at: { corners: Corners; picture: { width: number; height: number } }
): SheetMeasures {
  return clean((own) => {
    const [whole, grey] = [own(new cv.Mat()), own(new cv.Mat())];
    cv.cvtColor(straight, whole, cv.COLOR_RGBA2GRAY);
    const scale = Math.min(1, 1000 / Math.max(whole.cols, whole.rows));
    cv.resize(
      whole,
      grey,
      new cv.Size(Math.round(whole.cols * scale), Math.round(whole.rows * scale)),
      0,
      0,
      cv.INTER_AREA
    );
    const ink = own(new cv.Mat());
    const soft = own(new cv.Mat());
    cv.GaussianBlur(grey, soft, new cv.Size(3, 3), 0);
    cv.adaptiveThreshold(soft, ink, 1, cv.ADAPTIVE_THRESH_GAUSSIAN_C, cv.THRESH_BINARY_INV, 31, 16);
    const bits = withoutBorder(new Uint8Array(ink.data), ink.cols, ink.rows);
    return {
      light: paperLight(new Uint8Array(grey.data)),
      sharp: sharpness(cv, grey, bits),
      ink: bits.reduce((sum, bit) => sum + bit, 0) / bits.length,
      touching: touching(at.corners, at.picture),
      uprightness: uprightness(bits, ink.cols, ink.rows),
      print: print(bits, ink.cols, ink.rows)
    };
  });
}

/** What lies on the rim of a sheet is its edge, not its writing. */
function withoutBorder(bits: Uint8Array, width: number, height: number): Uint8Array {
  const rim = Math.round(Math.min(width, height) * 0.025);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      if (x < rim || y < rim || x >= width - rim || y >= height - rim) bits[y * width + x] = 0;
  return bits;
}

/** How bright its paper is, 0 to 1: what three quarters of it do not exceed. */
function paperLight(grey: Uint8Array): number {
  const counts = new Uint32Array(256);
  for (const value of grey) counts[value] = (counts[value] ?? 0) + 1;
  let [seen, value] = [0, 0];
  while (value < 255 && (seen += counts[value] ?? 0) < grey.length * 0.75) value++;
  return value / 255;
}

/** How steep the edges of its writing are: the step over one pixel, as a share of that from paper to ink. 1 for a sheet without. */
function sharpness(cv: Cv, grey: Mat, bits: Uint8Array): number {
  return clean((own) => {
    const [dx, dy] = [own(new cv.Mat()), own(new cv.Mat())];
    cv.Sobel(grey, dx, cv.CV_32F, 1, 0, 3, 1 / 8);
    cv.Sobel(grey, dy, cv.CV_32F, 0, 1, 3, 1 / 8);
    const light = new Uint8Array(grey.data);
    const [slopes, inks]: [number[], number[]] = [[], []];
    for (let at = 1; at < bits.length; at++) {
      if (bits[at]) inks.push(light[at] ?? 0);
      // Where ink begins, going along a row.
      if (bits[at] && !bits[at - 1]) slopes.push(Math.hypot(dx.data32F[at] ?? 0, dy.data32F[at] ?? 0));
    }
    if (slopes.length < 200) return 1;
    const step = Math.max(20, quantile(Array.from(light), 0.75) - quantile(inks, 0.1));
    return Math.min(1, quantile(slopes, 0.75) / step);
  });
}

function quantile(values: number[], share: number): number {
  const sorted = Float32Array.from(values).sort();
  return sorted[Math.floor((sorted.length - 1) * share)] ?? 0;
}

/** Sides of the photograph that a side of the sheet lies on: there, the sheet may go on. */
function touching(corners: Corners, { width, height }: { width: number; height: number }): number {
  const near = Math.max(width, height) * 0.004;
  const on = (from: Corners[0], to: Corners[0]) =>
    distance(from, to) > 0 &&
    ((from.x < near && to.x < near) ||
      (from.y < near && to.y < near) ||
      (from.x > width - near && to.x > width - near) ||
      (from.y > height - near && to.y > height - near));
  return corners.filter((from, i) => on(from, corners[(i + 1) % 4] as Corners[0])).length;
}

/** How much of the ink lies in each cell of a coarse grid, 0 to 255. */
function print(bits: Uint8Array, width: number, height: number): number[] {
  const cells = new Float32Array(PRINT.columns * PRINT.rows);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      if (bits[y * width + x]) {
        const cell = Math.floor((y * PRINT.rows) / height) * PRINT.columns + Math.floor((x * PRINT.columns) / width);
        cells[cell] = (cells[cell] ?? 0) + 1;
      }
  const most = Math.max(1, ...cells);
  return Array.from(cells, (count) => Math.round((count / most) * 255));
}

/**
 * Which way its lines of writing stand: towards 1 upright, towards -1 upside down; null where there are too few lines to tell.
 *
 * Lines begin at one margin and end where they end, so that the beginnings vary less than the ends.
 */
function uprightness(bits: Uint8Array, width: number, height: number): number | null {
  const lines = linesOfWriting(bits, width, height);
  if (lines.length < 6) return null;
  const spread = (values: number[]) => {
    const sorted = [...values].sort((a, b) => a - b);
    const of = (share: number) => sorted[Math.floor((sorted.length - 1) * share)] ?? 0;
    return of(0.75) - of(0.25) + width * 0.004;
  };
  const [left, right] = [spread(lines.map(({ from }) => from)), spread(lines.map(({ to }) => to))];
  return (right - left) / (right + left);
}

function linesOfWriting(bits: Uint8Array, width: number, height: number): Array<{ from: number; to: number }> {
  const rows = Array.from({ length: height }, (_, y) => bits.subarray(y * width, (y + 1) * width));
  const inked = rows.map((row) => row.reduce((sum, bit) => sum + bit, 0) > width * 0.008);
  const lines: Array<{ from: number; to: number }> = [];
  let begun = -1;
  for (let y = 0; y <= height; y++) {
    if (inked[y] && begun < 0) begun = y;
    if (inked[y] || begun < 0) continue;
    const high = y - begun;
    if (high > height * 0.005 && high < height * 0.06) {
      const band = rows.slice(begun, y);
      const column = (x: number) => band.some((row) => row[x]);
      let [from, to] = [0, width - 1];
      while (from < to && !column(from)) from++;
      while (to > from && !column(to)) to--;
      lines.push({ from, to });
    }
    begun = -1;
  }
  return lines;
}
