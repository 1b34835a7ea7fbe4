import { isSheet, type Corners, type Point } from '../corners';
import type { Edges } from './edges';

/** How far from where a side was taken to be its edge is looked for, as a share of the picture's longer side. */
const REACH = 0.012;
/** Points of a side at which its edge is measured. Near the corners other things lie: what a hand holds, the next side. */
const POINTS = 90;
const FROM = 0.03;
/** A side that leaves a straight line by more than this is bent: its corners are then told by its ends alone. In pixels. */
const BENT = 1.2;
const END = 0.3;

/** The same corners, measured: each side is the line through its edge, and a corner is where two of them meet. */
export function refine(edges: Edges, corners: Corners): Corners {
  const sides = corners.map((from, i) => measured(edges, from, corners[(i + 1) % 4] as Point));
  const met = corners.map((corner, i) => {
    const before = sides[(i + 3) % 4] as Side;
    const after = sides[i] as Side;
    const point = meet(before.end, after.start);
    const far = Math.max(edges.width, edges.height) * REACH * 2.5;
    return point && Math.hypot(point.x - corner.x, point.y - corner.y) < far ? point : corner;
  }) as unknown as Corners;
  return isSheet(met) ? met : corners;
}

interface Straight {
  at: Point;
  along: Point;
}

/** A side by the lines at both of its ends; of a straight one they are the same. */
interface Side {
  start: Straight;
  end: Straight;
}

function measured(edges: Edges, from: Point, to: Point): Side {
  const long = Math.hypot(to.x - from.x, to.y - from.y);
  const along = { x: (to.x - from.x) / long, y: (to.y - from.y) / long };
  const normal = { x: -along.y, y: along.x };
  const reach = Math.max(4, Math.round(Math.max(edges.width, edges.height) * REACH));
  const seen: Sample[] = [];
  for (let i = 0; i < POINTS; i++) {
    const share = FROM + ((1 - 2 * FROM) * i) / (POINTS - 1);
    const on = { x: from.x + (to.x - from.x) * share, y: from.y + (to.y - from.y) * share };
    const peak = strongest(edges, on, normal, reach);
    if (peak) seen.push({ t: share * long, off: peak.off, weight: peak.strength });
  }
  const line = (fit: Fit): Straight => ({
    at: { x: from.x + normal.x * fit.off, y: from.y + normal.y * fit.off },
    along: { x: along.x + normal.x * fit.slope, y: along.y + normal.y * fit.slope }
  });
  const whole = robust(seen);
  if (!whole) return { start: { at: from, along }, end: { at: from, along } };
  const bent = seen.length > 30 && typicalMiss(seen, whole) > BENT;
  const start = bent ? robust(seen.filter(({ t }) => t < long * END)) : null;
  const end = bent ? robust(seen.filter(({ t }) => t > long * (1 - END))) : null;
  return { start: line(start ?? whole), end: line(end ?? whole) };
}

interface Sample {
  /** How far along the side, in pixels. */
  t: number;
  /** How far beside it its edge lies. */
  off: number;
  weight: number;
}

/** Where the picture changes most beside a point, with a fraction of a pixel. */
function strongest(edges: Edges, on: Point, normal: Point, reach: number): { off: number; strength: number } | null {
  const at = (off: number) => edges.across(on.x + normal.x * off, on.y + normal.y * off, normal);
  let best = 0;
  let most = 0;
  for (let off = -reach; off <= reach; off++) {
    // What lies nearer is the likelier: a ruled line or a shadow beside the edge is not taken for it.
    const strength = at(off) * (1 - (0.4 * Math.abs(off)) / reach);
    if (strength > most) [best, most] = [off, strength];
  }
  if (most < 4) return null;
  const [before, here, after] = [at(best - 1), at(best), at(best + 1)];
  const curve = before - 2 * here + after;
  const fraction = curve < 0 ? (before - after) / (2 * curve) : 0;
  return { off: best + Math.max(-0.5, Math.min(0.5, fraction)), strength: here };
}

interface Fit {
  off: number;
  slope: number;
}

/** A straight line through the samples; what lies far from it weighs less each time (iterated with Tukey's weights). */
function robust(samples: readonly Sample[]): Fit | null {
  if (samples.length < 6) return null;
  let fit = startOf(samples);
  for (let round = 0; round < 12; round++) {
    const scale = Math.max(0.6, typicalMiss(samples, fit) * 1.5);
    const weighed = samples.map((sample) => {
      const miss = Math.min(1, Math.abs(sample.off - fit.off - fit.slope * sample.t) / (4 * scale));
      return { ...sample, weight: (1 - miss * miss) ** 2 };
    });
    fit = leastSquares(weighed) ?? fit;
  }
  return fit;
}

/** Through the two samples by which most others lie. */
function startOf(samples: readonly Sample[]): Fit {
  let best: Fit = { off: 0, slope: 0 };
  let most = -1;
  for (let i = 0; i < samples.length; i += 3)
    for (let k = i + Math.ceil(samples.length / 4); k < samples.length; k += 3) {
      const [a, b] = [samples[i] as Sample, samples[k] as Sample];
      const slope = (b.off - a.off) / (b.t - a.t);
      const fit = { slope, off: a.off - slope * a.t };
      const near = samples.filter(({ t, off }) => Math.abs(off - fit.off - slope * t) < 1.5).length;
      if (near > most) [best, most] = [fit, near];
    }
  return best;
}

function typicalMiss(samples: readonly Sample[], { off, slope }: Fit): number {
  const misses = samples.map((sample) => Math.abs(sample.off - off - slope * sample.t)).sort((a, b) => a - b);
  return misses[misses.length >> 1] ?? 0;
}

function leastSquares(samples: readonly Sample[]): Fit | null {
  const sum = { w: 0, t: 0, o: 0, tt: 0, to: 0 };
  for (const { t, off, weight } of samples) {
    sum.w += weight;
    sum.t += weight * t;
    sum.o += weight * off;
    sum.tt += weight * t * t;
    sum.to += weight * t * off;
  }
  const over = sum.w * sum.tt - sum.t * sum.t;
  if (sum.w < 3 || Math.abs(over) < 1e-6) return null;
  const slope = (sum.w * sum.to - sum.t * sum.o) / over;
  return { slope, off: (sum.o - slope * sum.t) / sum.w };
}

function meet(one: Straight, other: Straight): Point | null {
  const over = one.along.x * other.along.y - one.along.y * other.along.x;
  if (Math.abs(over) < 0.1) return null;
  const by = ((other.at.x - one.at.x) * other.along.y - (other.at.y - one.at.y) * other.along.x) / over;
  return { x: one.at.x + one.along.x * by, y: one.at.y + one.along.y * by };
}
