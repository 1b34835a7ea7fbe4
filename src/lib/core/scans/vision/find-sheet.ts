import { area, distance, inOrder, isSheet, scaledBy, type Corners } from '../corners';
import { linesOf, quadsOf } from './candidates';
import { clean, type Cv, type Photograph } from './cv';
import { edgesOf, type Edges } from './edges';
import { refine } from './refine';

/** The longer side of the picture in which a sheet is looked for, in pixels, and of the one in which its edges are measured. */
const LOOKED_AT = 512;
const MEASURED = 1400;
/** Of a picture, a sheet covers at least so much. */
const LEAST_SHARE = 0.06;
/** A side of which less than this share is an edge is none. */
const LEAST_SIDE = 0.35;

/** A sheet on a photograph. `sure`: how clearly its four sides stand out, 0 to 1. */
export interface FoundSheet {
  corners: Corners;
  sure: number;
}

/**
 * Finds the sheet of paper on a photograph: of all four-sided shapes that edges and lines of it make, the one whose sides are
 * edges along all of their length and that encloses the most.
 *
 * @param exact measure its edges in a larger picture; a live outline does without
 * @returns null where nothing looks like a sheet
 */
export function findSheet(cv: Cv, photograph: Photograph, exact = true): FoundSheet | null {
  return clean((own) => {
    const whole = own(cv.matFromImageData(photograph as ImageData));
    const { edges, scale } = seen(cv, own, whole, LOOKED_AT);
    const found = [...quadsOf(cv, edges), ...linesOf(cv, edges)]
      .map((points) => inOrder(points))
      .filter((corners) => isSheet(corners) && area(corners) >= LEAST_SHARE * edges.width * edges.height)
      .map((corners) => ({ corners, sure: surety(edges, corners), bright: brightInside(edges, corners) }))
      .sort((a, b) => worth(b, edges) - worth(a, edges))[0];
    if (!found || found.sure < LEAST_SIDE) return null;
    const corners = scaledBy(found.corners, 1 / scale);
    if (!exact) return { corners, sure: found.sure };
    const fine = seen(cv, own, whole, MEASURED);
    return { corners: scaledBy(refine(fine.edges, scaledBy(corners, fine.scale)), 1 / fine.scale), sure: found.sure };
  });
}

type Own = Parameters<Parameters<typeof clean>[0]>[0];

function seen(cv: Cv, own: Own, whole: InstanceType<Cv['Mat']>, longest: number): { edges: Edges; scale: number } {
  const scale = Math.min(1, longest / Math.max(whole.cols, whole.rows));
  const small = own(new cv.Mat());
  const size = new cv.Size(Math.round(whole.cols * scale), Math.round(whole.rows * scale));
  cv.resize(whole, small, size, 0, 0, cv.INTER_AREA);
  return { edges: edgesOf(cv, small), scale };
}

/** The sheet is the largest of what has clear sides. */
const worth = ({ corners, sure, bright }: FoundSheet & { bright: number }, { width, height }: Edges) =>
  sure < LEAST_SIDE ? sure - 1 : sure * (0.5 + 0.5 * bright) * (area(corners) / (width * height)) ** 0.35;

/** Pixels beside a side where paper and desk are looked at, and by how many of 255 steps paper is the brighter one. */
const BESIDE = 6;
const BRIGHTER = 6;

/**
 * How clearly it is brighter within its sides than without, 0 to 1; the weakest side counts half. What a sheet's shadow encloses
 * is not, and neither is a ruled line of the sheet itself.
 */
function brightInside({ channels, width, height }: Edges, corners: Corners): number {
  const light = channels[0] as Uint8Array;
  const at = (x: number, y: number) => {
    const [column, row] = [Math.round(x), Math.round(y)];
    return column < 0 || row < 0 || column >= width || row >= height ? null : (light[row * width + column] ?? 0);
  };
  const sides = corners.map((from, i) => {
    const to = corners[(i + 1) % 4] as Corners[0];
    const long = distance(from, to);
    const inwards = { x: (-(to.y - from.y) / long) * BESIDE, y: ((to.x - from.x) / long) * BESIDE };
    let [brighter, looked] = [0, 0];
    for (let share = 0.1; share < 0.95; share += 0.1) {
      const [x, y] = [from.x + (to.x - from.x) * share, from.y + (to.y - from.y) * share];
      const [within, without] = [at(x + inwards.x, y + inwards.y), at(x - inwards.x, y - inwards.y)];
      if (within === null || without === null) continue;
      looked++;
      if (within > without + BRIGHTER) brighter++;
    }
    return looked === 0 ? 1 : brighter / looked;
  });
  return (Math.min(...sides) + sides.reduce((sum, side) => sum + side, 0) / 4) / 2;
}

/** The share of its sides that is an edge: that of the weakest counts half. */
function surety(edges: Edges, corners: Corners): number {
  const sides = corners.map((from, i) => edges.alongSide(from, corners[(i + 1) % 4] as Corners[0]));
  const mean = sides.reduce((sum, side) => sum + side, 0) / 4;
  return (Math.min(...sides) + mean) / 2;
}
