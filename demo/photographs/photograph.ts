import type { Corners } from '../../src/lib/core/scans/corners';
import { dice } from '../classmates';
import { desk, type Desk } from './desk';

/** Pixels, four bytes each: red, green, blue, and 255. */
export interface Picture {
  data: Uint8ClampedArray;
  width: number;
  height: number;
}

/** How a sheet lies before a camera. */
export interface Scene {
  /** Sides of the photograph, in pixels. */
  width: number;
  height: number;
  /** Where its corners lie, as shares of the photograph: top left, top right, bottom right, bottom left of the sheet. */
  corners: Corners;
  desk: Desk;
  /** How uneven the light is: 0 even, 1 a lamp at one side and night at the other. */
  lamp: number;
  /** A hand's shadow over part of the sheet: how dark, 0 to 1. */
  shadow: number;
  /** How far its lower edge bends, as a share of its height. Its corners stay where they are. */
  curl: number;
  /** How soft the photograph is: radius in pixels. */
  blur: number;
  /** The camera's noise, as a standard deviation of 0 to 255. */
  noise: number;
  /** How white the paper is, 0 to 1. */
  paper: number;
  seed: string;
}

/**
 * Photographs a sheet: draws it in perspective on a desk, under a lamp, with what a camera adds. Where its corners came to lie
 * is `scene.corners` times the sides. The same scene makes the same picture.
 */
export function photograph(sheet: Picture, scene: Scene): Picture {
  const { width, height } = scene;
  const toSheet = homography(scene.corners.map(({ x, y }) => ({ x: x * width, y: y * height })) as unknown as Corners);
  const light = lighting(scene);
  const ground = desk(scene.desk, width, height, scene.seed);
  const out = [0, 1, 2].map(() => new Float32Array(width * height)) as Planes;
  const ink = new Float32Array(3);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      let covered = 0;
      ink.fill(0);
      // Four looks into each pixel, so that edges are as soft as a lens makes them.
      for (const [dx, dy] of LOOKS) {
        const { u, v } = toSheet(x + dx, y + dy);
        if (u < 0 || u > 1 || v < 0 || v > 1 + bend(scene.curl, u)) continue;
        covered += 0.25;
        sample(sheet, u, Math.min(v, 1), ink);
      }
      const at = y * width + x;
      const lit = light(x, y);
      const bare = covered < 1 ? nearShadow(toSheet, x, y) * (1 - covered) : 0;
      const under = bare > 0 ? ground(x, y) : ink;
      for (let c = 0; c < 3; c++)
        out[c as 0 | 1 | 2][at] = (((ink[c] as number) / 4) * scene.paper + (under[c] as number) * bare) * lit;
    }
  return develop(out.map((plane) => blurred(plane, width, height, scene.blur)) as Planes, scene);
}

const LOOKS = [
  [0.25, 0.25],
  [0.75, 0.25],
  [0.25, 0.75],
  [0.75, 0.75]
] as const;

/** A bent edge leaves the straight line between its corners most in the middle. */
const bend = (curl: number, u: number) => curl * Math.sin(Math.PI * u);

function sample({ data, width, height }: Picture, u: number, v: number, into: Float32Array): void {
  const x = Math.min(u * width, width - 1.001);
  const y = Math.min(v * height, height - 1.001);
  const [left, top] = [Math.floor(x), Math.floor(y)];
  const [fx, fy] = [x - left, y - top];
  const at = (top * width + left) * 4;
  const below = at + width * 4;
  for (let c = 0; c < 3; c++) {
    const above = (data[at + c] as number) * (1 - fx) + (data[at + 4 + c] as number) * fx;
    const under = (data[below + c] as number) * (1 - fx) + (data[below + 4 + c] as number) * fx;
    into[c] = (into[c] as number) + above * (1 - fy) + under * fy;
  }
}

/** The desk is a little darker where the sheet lies on it. */
function nearShadow(toSheet: (x: number, y: number) => { u: number; v: number }, x: number, y: number): number {
  const { u, v } = toSheet(x - 4, y - 5);
  const off = Math.max(-u, u - 1, -v, v - 1, 0);
  return off > 0.02 ? 1 : 0.8 + off * 10;
}

function lighting({ lamp, shadow, width, height, seed }: Scene): (x: number, y: number) => number {
  const chance = dice(`${seed} light`);
  const from = { x: chance() * width, y: chance() * height * 0.4 };
  const reach = Math.hypot(width, height);
  const edge = 0.35 + chance() * 0.3;
  const slope = chance() - 0.5;
  return (x, y) => {
    const away = Math.hypot(x - from.x, y - from.y) / reach;
    const fall = 1 - lamp * 0.75 * away;
    const side = x / width - edge - slope * (y / height - 0.5);
    const shade = 1 - shadow / (1 + Math.exp(-side * 45));
    return fall * shade;
  };
}

/** Red, green and blue, one after the other. */
type Planes = [Float32Array, Float32Array, Float32Array];

function blurred(from: Float32Array, width: number, height: number, radius: number): Float32Array {
  if (radius <= 0) return from;
  const r = Math.ceil(radius * 2);
  const weights = Float32Array.from({ length: 2 * r + 1 }, (_, i) => Math.exp(-((i - r) ** 2) / (2 * radius * radius)));
  const sum = weights.reduce((a, b) => a + b, 0);
  const pass = (source: Float32Array, last: number, step: number, rest: number) => {
    const to = new Float32Array(source.length);
    for (let line = 0; line < source.length / (last + 1); line++)
      for (let at = 0; at <= last; at++) {
        let light = 0;
        for (let i = -r; i <= r; i++) {
          const from = Math.min(Math.max(at + i, 0), last);
          light += (source[line * rest + from * step] as number) * (weights[i + r] as number);
        }
        to[line * rest + at * step] = light / sum;
      }
    return to;
  };
  return pass(pass(from, width - 1, 1, width), height - 1, width, 1);
}

function develop(light: Planes, { width, height, noise, seed }: Scene): Picture {
  const chance = dice(`${seed} noise`);
  const data = new Uint8ClampedArray(width * height * 4).fill(255);
  for (let i = 0; i < width * height; i++) {
    // The sum of three throws is near enough to what a sensor adds.
    const grain = (chance() + chance() + chance() - 1.5) * 2 * noise;
    for (let c = 0; c < 3; c++) data[i * 4 + c] = (light[c as 0 | 1 | 2][i] as number) + grain;
  }
  return { data, width, height };
}

/** From a photograph's pixels to the sheet, whose sides are 1 (Heckbert, "Fundamentals of texture mapping", 1989). */
function homography([a, b, c, d]: Corners): (x: number, y: number) => { u: number; v: number } {
  const [dx1, dx2, dx3] = [b.x - c.x, d.x - c.x, a.x - b.x + c.x - d.x];
  const [dy1, dy2, dy3] = [b.y - c.y, d.y - c.y, a.y - b.y + c.y - d.y];
  const below = dx1 * dy2 - dx2 * dy1;
  const g = (dx3 * dy2 - dx2 * dy3) / below;
  const h = (dx1 * dy3 - dx3 * dy1) / below;
  const m = [
    [b.x - a.x + g * b.x, d.x - a.x + h * d.x, a.x],
    [b.y - a.y + g * b.y, d.y - a.y + h * d.y, a.y],
    [g, h, 1]
  ] as const;
  const minor = (r: number, k: number) => {
    const [r1, r2] = [0, 1, 2].filter((i) => i !== r) as [number, number];
    const [k1, k2] = [0, 1, 2].filter((i) => i !== k) as [number, number];
    return (m[r1]?.[k1] ?? 0) * (m[r2]?.[k2] ?? 0) - (m[r1]?.[k2] ?? 0) * (m[r2]?.[k1] ?? 0);
  };
  // The adjugate does: what is asked for is a ratio.
  const inverse = [0, 1, 2].flatMap((r) => [0, 1, 2].map((k) => ((r + k) % 2 ? -1 : 1) * minor(k, r)));
  const [ux = 0, uy = 0, u1 = 0, vx = 0, vy = 0, v1 = 0, wx = 0, wy = 0, w1 = 0] = inverse;
  return (x, y) => {
    const w = wx * x + wy * y + w1;
    return { u: (ux * x + uy * y + u1) / w, v: (vx * x + vy * y + v1) / w };
  };
}
