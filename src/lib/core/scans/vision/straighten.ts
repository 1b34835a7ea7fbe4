import { distance, heightToWidth, type Corners } from '../corners';
import { DOTS, millimetres, pixels } from '../paper';
import type { Handling } from '../sheet';
import { type Cv, type Mat } from './cv';

/** A sheet as it lies before one, with its size on paper. Whoever gets `mat` deletes it. */
export interface Straight {
  mat: Mat;
  /** Millimetres. */
  size: { width: number; height: number };
}

/** As a share of a sheet's shorter side. */
const RIM = 0.004;

/** Pulls a sheet out of its photograph, straight and turned as it is read, in pixels of four channels. */
export function straighten(cv: Cv, photograph: Mat, { corners, turn, look, paper }: Handling): Straight {
  const picture = { width: photograph.cols, height: photograph.rows };
  const size = millimetres(paper, heightToWidth(corners, picture));
  const seen = Math.max(...corners.map((corner, i) => distance(corner, corners[(i + 1) % 4] as Corners[0])));
  const { width, height } = pixels(size, look === 'black-white' ? DOTS.crisp : DOTS.soft, seen);
  const from = cv.matFromArray(
    4,
    1,
    cv.CV_32FC2,
    corners.flatMap(({ x, y }) => [x, y])
  );
  // The rim is left out: what a corner misses by a hair would stand there as a black line.
  const rim = Math.min(width, height) * RIM;
  const to = cv.matFromArray(4, 1, cv.CV_32FC2, [
    ...[-rim, -rim, width + rim, -rim],
    ...[width + rim, height + rim, -rim, height + rim]
  ]);
  const map = cv.getPerspectiveTransform(from, to);
  const mat = new cv.Mat();
  try {
    cv.warpPerspective(photograph, mat, map, new cv.Size(width, height), cv.INTER_LINEAR, cv.BORDER_REPLICATE);
    if (turn === 1) cv.rotate(mat, mat, cv.ROTATE_90_CLOCKWISE);
    if (turn === 2) cv.rotate(mat, mat, cv.ROTATE_180);
    if (turn === 3) cv.rotate(mat, mat, cv.ROTATE_90_COUNTERCLOCKWISE);
  } catch (error) {
    mat.delete();
    throw error;
  } finally {
    for (const held of [from, to, map]) held.delete();
  }
  return { mat, size: turn % 2 === 1 ? { width: size.height, height: size.width } : size };
}
