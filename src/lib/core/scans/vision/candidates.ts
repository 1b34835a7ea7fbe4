import type { Point } from '../corners';
import { clean, type Cv, type Mat } from './cv';
import type { Edges } from './edges';

/** Four points that may be the corners of a sheet. */
type Four = Point[];

/** Thresholds of an edge in each channel, from what is barely one to what nobody overlooks (Canny, 1986). */
const THRESHOLDS = [
  [8, 24],
  [20, 60],
  [50, 150]
] as const;
/** Of a picture, a shape covers at least so much to be looked at. */
const LEAST = 0.05;
/** How far a shape with four sides may leave its outline, as shares of that; the least that leaves four corners is taken. */
const ROUNDINGS = [0.01, 0.02, 0.03, 0.05, 0.08];

/** Four-sided shapes by their outlines: of edges in each channel, and of what is brighter than the rest. */
export function quadsOf(cv: Cv, edges: Edges): Four[] {
  return clean((own) => {
    const kernel = own(cv.Mat.ones(3, 3, cv.CV_8U));
    return edges.channels.flatMap((channel, i) => {
      const from = own(cv.matFromArray(edges.height, edges.width, cv.CV_8UC1, channel as unknown as number[]));
      const drawn = own(new cv.Mat());
      const shapes = THRESHOLDS.flatMap(([low, high]) => {
        cv.Canny(from, drawn, i === 0 ? low : low / 2, i === 0 ? high : high / 2);
        cv.dilate(drawn, drawn, kernel);
        return outlines(cv, drawn);
      });
      cv.threshold(from, drawn, 0, 255, cv.THRESH_BINARY + cv.THRESH_OTSU);
      return [...shapes, ...outlines(cv, drawn)];
    });
  });
}

function outlines(cv: Cv, drawn: Mat): Four[] {
  return clean((own) => {
    const [shapes, nesting] = [own(new cv.MatVector()), own(new cv.Mat())];
    cv.findContours(drawn, shapes, nesting, cv.RETR_LIST, cv.CHAIN_APPROX_SIMPLE);
    const found: Four[] = [];
    for (let i = 0; i < shapes.size(); i++) {
      const hull = own(new cv.Mat());
      cv.convexHull(own(shapes.get(i)), hull);
      if (cv.contourArea(hull) < LEAST * drawn.cols * drawn.rows) continue;
      const four = fourCorners(cv, hull);
      if (four) found.push(four);
    }
    return found;
  });
}

function fourCorners(cv: Cv, hull: Mat): Four | null {
  return clean((own) => {
    const rounded = own(new cv.Mat());
    const around = cv.arcLength(hull, true);
    for (const share of ROUNDINGS) {
      cv.approxPolyDP(hull, rounded, around * share, true);
      if (rounded.rows < 4) return null;
      if (rounded.rows === 4)
        return [0, 1, 2, 3].map((i) => ({ x: rounded.data32S[i * 2] ?? 0, y: rounded.data32S[i * 2 + 1] ?? 0 }));
    }
    return null;
  });
}

/** A straight line: `x cos + y sin = away`. `weight`: pixels of edge on it. */
interface Line {
  cos: number;
  sin: number;
  away: number;
  weight: number;
}

/** Lines of each direction that are combined. */
const MOST_LINES = 9;

/** Four-sided shapes by the longest straight lines: where an outline is broken by a shadow, a hand or a book. */
export function linesOf(cv: Cv, edges: Edges): Four[] {
  const lines = straightLines(cv, edges);
  const shapes: Four[] = [];
  const upright = lines.filter(({ cos, sin }) => Math.abs(cos) > Math.abs(sin)).slice(0, MOST_LINES);
  const level = lines.filter(({ cos, sin }) => Math.abs(cos) <= Math.abs(sin)).slice(0, MOST_LINES);
  for (const [a, b] of pairs(upright, edges.width * 0.15))
    for (const [c, d] of pairs(level, edges.height * 0.15)) {
      const four = [meet(a, c), meet(b, c), meet(b, d), meet(a, d)];
      if (four.every((point) => point !== null && isNear(point, edges))) shapes.push(four as Four);
    }
  return shapes;
}

function pairs(lines: readonly Line[], apart: number): Array<[Line, Line]> {
  return lines.flatMap((a, i) =>
    lines.slice(i + 1).flatMap((b): Array<[Line, Line]> => {
      const same = a.cos * b.cos + a.sin * b.sin;
      return Math.abs(a.away - Math.sign(same) * b.away) > apart ? [[a, b]] : [];
    })
  );
}

function meet(a: Line, b: Line): Point | null {
  const over = a.cos * b.sin - a.sin * b.cos;
  if (Math.abs(over) < 0.3) return null;
  return { x: (a.away * b.sin - b.away * a.sin) / over, y: (b.away * a.cos - a.away * b.cos) / over };
}

const isNear = ({ x, y }: Point, { width, height }: Edges) =>
  x > -0.04 * width && y > -0.04 * height && x < 1.04 * width && y < 1.04 * height;

/** The longest lines first; of those that lie on each other, the longest alone. */
function straightLines(cv: Cv, { channels, width, height }: Edges): Line[] {
  return clean((own) => {
    const drawn = own(cv.Mat.zeros(height, width, cv.CV_8U));
    channels.forEach((channel, i) => {
      const from = own(cv.matFromArray(height, width, cv.CV_8UC1, channel as unknown as number[]));
      const one = own(new cv.Mat());
      cv.Canny(from, one, i === 0 ? 15 : 8, i === 0 ? 45 : 24);
      cv.bitwise_or(drawn, one, drawn);
    });
    const found = own(new cv.Mat());
    cv.HoughLinesP(drawn, found, 1, Math.PI / 360, 40, Math.min(width, height) * 0.12, 8);
    const lines: Line[] = [];
    for (let i = 0; i < found.rows; i++) {
      const [x1 = 0, y1 = 0, x2 = 0, y2 = 0] = found.data32S.slice(i * 4, i * 4 + 4);
      const long = Math.hypot(x2 - x1, y2 - y1);
      const [cos, sin] = [-(y2 - y1) / long, (x2 - x1) / long];
      lines.push({ cos, sin, away: x1 * cos + y1 * sin, weight: long });
    }
    return merged(lines, Math.max(width, height) * 0.012);
  });
}

function merged(lines: Line[], near: number): Line[] {
  const kept: Line[] = [];
  for (const line of lines.sort((a, b) => b.weight - a.weight)) {
    const same = kept.find((one) => {
      const along = one.cos * line.cos + one.sin * line.sin;
      return Math.abs(along) > 0.998 && Math.abs(one.away - Math.sign(along) * line.away) < near;
    });
    if (same) same.weight += line.weight;
    else kept.push({ ...line });
  }
  return kept.sort((a, b) => b.weight - a.weight);
}
