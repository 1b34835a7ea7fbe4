/** A point of a picture, in its pixels or as shares of its sides. */
export interface Point {
  x: number;
  y: number;
}

/** The corners of a sheet on a photograph: top left, top right, bottom right, bottom left, as the sheet is read. */
export type Corners = readonly [Point, Point, Point, Point];

/**
 * Four points in the order of `Corners`, as they lie on the photograph: the one that is nearest to its top left first, then
 * clockwise.
 */
export function inOrder(points: readonly Point[]): Corners {
  const middle = centre(points);
  const around = [...points].sort((a, b) => angle(middle, a) - angle(middle, b));
  const first = around.reduce((best, one, i) => (one.x + one.y < sumAt(around, best) ? i : best), 0);
  const turned = [...around.slice(first), ...around.slice(0, first)];
  return turned as unknown as Corners;
}

const sumAt = (points: readonly Point[], i: number) => (points[i]?.x ?? 0) + (points[i]?.y ?? 0);
const angle = (from: Point, to: Point) => Math.atan2(to.y - from.y, to.x - from.x);

/** The mean of some points. */
export function centre(points: readonly Point[]): Point {
  const sum = points.reduce(({ x, y }, point) => ({ x: x + point.x, y: y + point.y }), { x: 0, y: 0 });
  return { x: sum.x / points.length, y: sum.y / points.length };
}

export const distance = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y);

/** Twice the signed area of the triangle; positive where the turn at `b` is clockwise on a picture, whose y points down. */
const turn = (a: Point, b: Point, c: Point) => (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x);

/** Whether the corners make a sheet: no side crosses another, and no corner points inwards. */
export function isSheet([a, b, c, d]: Corners): boolean {
  return turn(a, b, c) > 0 && turn(b, c, d) > 0 && turn(c, d, a) > 0 && turn(d, a, b) > 0;
}

/** The area that the corners enclose, in squares of the unit of the points. */
export function area([a, b, c, d]: Corners): number {
  return Math.abs((a.x - c.x) * (b.y - d.y) - (b.x - d.x) * (a.y - c.y)) / 2;
}

/** The same corners with one moved, kept on the picture; null where that would make no sheet. */
export function withCorner(
  corners: Corners,
  i: number,
  to: Point,
  size: { width: number; height: number }
): Corners | null {
  const at = { x: clamp(to.x, size.width), y: clamp(to.y, size.height) };
  const moved = corners.map((corner, n) => (n === i ? at : corner)) as unknown as Corners;
  return isSheet(moved) ? moved : null;
}

const clamp = (n: number, most: number) => Math.min(Math.max(n, 0), most);

/** The whole of a picture. */
export const wholeOf = ({ width, height }: { width: number; height: number }): Corners => [
  { x: 0, y: 0 },
  { x: width, y: 0 },
  { x: width, y: height },
  { x: 0, y: height }
];

export const scaledBy = (corners: Corners, by: number): Corners =>
  corners.map(({ x, y }) => ({ x: x * by, y: y * by })) as unknown as Corners;

/** The longest way that any corner went from one to the other. */
export const farthest = (one: Corners, other: Corners) =>
  Math.max(...one.map((corner, i) => distance(corner, other[i] as Point)));

/**
 * How much higher than wide the sheet itself is, told from how its photograph is foreshortened.
 *
 * The camera is taken for one with square pixels that looks through the middle of its picture; its focal length follows from
 * the two vanishing points (Zhang and He, "Whiteboard scanning and image enhancement", 2007, section 3). Where only one of
 * them can be told, it is taken for that of a phone.
 */
export function heightToWidth(corners: Corners, picture: { width: number; height: number }): number {
  const [tl, tr, br, bl] = corners;
  const apparent = (distance(tl, bl) + distance(tr, br)) / (distance(tl, tr) + distance(bl, br));
  const u = picture.width / 2;
  const v = picture.height / 2;
  const [m1, m2, m3, m4] = [tl, tr, bl, br].map(({ x, y }) => [x - u, y - v, 1] as const) as [Vec, Vec, Vec, Vec];
  const k2 = dot(cross(m1, m4), m3) / dot(cross(m2, m4), m3);
  const k3 = dot(cross(m1, m4), m2) / dot(cross(m3, m4), m2);
  const n2 = minus(times(m2, k2), m1);
  const n3 = minus(times(m3, k3), m1);
  const told = -(n2[0] * n3[0] + n2[1] * n3[1]) / (n2[2] * n3[2]);
  const diagonal = Math.hypot(picture.width, picture.height);
  const likely = told > (0.4 * diagonal) ** 2 && told < (1.5 * diagonal) ** 2;
  const focal2 = likely ? told : (PHONE * diagonal) ** 2;
  const side = (n: Vec) => Math.sqrt((n[0] ** 2 + n[1] ** 2) / focal2 + n[2] ** 2);
  const ratio = side(n3) / side(n2);
  return Math.abs(Math.log(ratio / apparent)) > 0.5 ? apparent : ratio;
}

/** The focal length of a phone's camera, as a share of its picture's diagonal: 28 mm where film has 43. */
const PHONE = 0.65;

type Vec = readonly [number, number, number];
const dot = (a: Vec, b: Vec) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const cross = (a: Vec, b: Vec): Vec => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0]
];
const times = (a: Vec, k: number): Vec => [a[0] * k, a[1] * k, a[2] * k];
const minus = (a: Vec, b: Vec): Vec => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
