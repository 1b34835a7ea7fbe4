import type { Point } from '../corners';
import { clean, type Cv, type Mat } from './cv';

/** Where a picture changes, how much and in which direction. */
export interface Edges {
  width: number;
  height: number;
  /** Brightness and the two colours (CIE L*a*b*, 0 to 255), smoothed: a byte for each pixel. */
  channels: readonly Uint8Array[];
  /** How much the picture changes at a pixel, going along a direction: of all channels the one that changes most. */
  across(x: number, y: number, direction: Point): number;
  /** The share of a side that is an edge: 0 none of it, 1 all along. */
  alongSide(from: Point, to: Point): number;
}

/** How far beside a line its edge may lie, in pixels: a bent sheet, and a shape that is only nearly right. */
const BESIDE = 2;
/** What changes less than this is paper, wood or noise. In steps of brightness over two pixels. */
const LEAST = 5;
/** Points of a side that are looked at, at least. */
const SAMPLES = 48;

/** Reads the edges of a picture of four channels. */
export function edgesOf(cv: Cv, picture: Mat): Edges {
  const { cols: width, rows: height } = picture;
  const channels = smoothed(cv, picture);
  const slopes = channels.map((channel) => slopesOf(cv, channel, width, height));
  const quiet = threshold(slopes, width * height);
  const across = (x: number, y: number, { x: nx, y: ny }: Point) => {
    const at = Math.round(y) * width + Math.round(x);
    if (x < 0 || y < 0 || x > width - 1 || y > height - 1) return 0;
    let most = 0;
    for (const { dx, dy } of slopes) most = Math.max(most, Math.abs((dx[at] ?? 0) * nx + (dy[at] ?? 0) * ny));
    return most;
  };
  /** An edge that runs along the side, not merely a spot where much changes. */
  const isEdge = (x: number, y: number, normal: Point) => {
    const through = across(x, y, normal);
    return through > quiet && through > 1.6 * across(x, y, { x: -normal.y, y: normal.x });
  };
  const alongSide = (from: Point, to: Point) => {
    const long = Math.hypot(to.x - from.x, to.y - from.y);
    const normal = { x: -(to.y - from.y) / long, y: (to.x - from.x) / long };
    const samples = Math.max(SAMPLES, Math.round(long / 4));
    let edge = 0;
    for (let i = 0; i < samples; i++) {
      const share = (i + 0.5) / samples;
      const [x, y] = [from.x + (to.x - from.x) * share, from.y + (to.y - from.y) * share];
      for (let off = -BESIDE; off <= BESIDE; off++)
        if (isEdge(x + normal.x * off, y + normal.y * off, normal)) {
          edge++;
          break;
        }
    }
    return edge / samples;
  };
  return { width, height, channels, across, alongSide };
}

function smoothed(cv: Cv, picture: Mat): Uint8Array[] {
  return clean((own) => {
    const [rgb, lab, soft] = [own(new cv.Mat()), own(new cv.Mat()), own(new cv.Mat())];
    cv.cvtColor(picture, rgb, cv.COLOR_RGBA2RGB);
    cv.cvtColor(rgb, lab, cv.COLOR_RGB2Lab);
    cv.medianBlur(lab, soft, 3);
    cv.GaussianBlur(soft, soft, new cv.Size(5, 5), 1);
    const planes = own(new cv.MatVector());
    cv.split(soft, planes);
    return [0, 1, 2].map((i) => new Uint8Array(own(planes.get(i)).data));
  });
}

interface Slopes {
  dx: Float32Array;
  dy: Float32Array;
}

function slopesOf(cv: Cv, channel: Uint8Array, width: number, height: number): Slopes {
  return clean((own) => {
    const from = own(cv.matFromArray(height, width, cv.CV_8UC1, channel as unknown as number[]));
    const [dx, dy] = [own(new cv.Mat()), own(new cv.Mat())];
    // Scharr's weights sum up to 32 over two pixels.
    cv.Scharr(from, dx, cv.CV_32F, 1, 0, 1 / 16);
    cv.Scharr(from, dy, cv.CV_32F, 0, 1, 1 / 16);
    return { dx: new Float32Array(dx.data32F), dy: new Float32Array(dy.data32F) };
  });
}

/** An edge stands out from how much this picture changes everywhere. */
function threshold(slopes: readonly Slopes[], pixels: number): number {
  const seen: number[] = [];
  for (let at = 0; at < pixels; at += 17)
    seen.push(Math.max(...slopes.map(({ dx, dy }) => Math.hypot(dx[at] ?? 0, dy[at] ?? 0))));
  const middle = seen.sort((a, b) => a - b)[seen.length >> 1] ?? 0;
  return Math.max(LEAST, Math.min(middle * 2, 20));
}
