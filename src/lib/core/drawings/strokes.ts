/** What can be drawn: freehand ink, and figures between two points. */
export const STROKES = ['ink', 'line', 'box', 'oval', 'text'] as const;
export type StrokeKind = (typeof STROKES)[number];

/** One thing that was drawn. */
export interface Stroke {
  kind: StrokeKind;
  /** Where, in the drawing's own units; ink has how hard was pressed, 0 to 9. */
  points: ReadonlyArray<readonly [x: number, y: number, pressed: number]>;
  /** Which of the colours. */
  colour: number;
  /** How thick, in units. */
  width: number;
  text: string;
}

/** The size of a drawing, in units. */
export const WIDTH = 1200;
export const HEIGHT = 800;
/** Colours that are told apart on white, in print, and by those who see few of them. */
export const COLOURS = ['#17211f', '#0b5563', '#a8431f', '#3d6b2f', '#6b3f87', '#8a6d1a'] as const;
export const COLOUR_NAMES = ['Black', 'Blue', 'Red', 'Green', 'Violet', 'Ochre'] as const;
export const WIDTHS = [4, 8, 16] as const;
/** Points of one stroke, and letters of a text. */
export const MOST_POINTS = 1500;
export const LONGEST_TEXT = 200;

const POINTS = /^\d{1,4},\d{1,4}(,\d)?( \d{1,4},\d{1,4}(,\d)?)*$/;

/** Whether something is a list of points, as it is written down. */
export const isPoints = (value: unknown): value is string =>
  typeof value === 'string' && value.length <= MOST_POINTS * 12 && POINTS.test(value);

/** Points as they are written down, and read again. Those that hardly differ from the one before are left out. */
export function writePoints(points: Stroke['points']): string {
  const kept: string[] = [];
  let last: readonly number[] | null = null;
  for (const [i, [x, y, pressed]] of points.entries()) {
    const at = [clamp(x, WIDTH), clamp(y, HEIGHT)] as const;
    const far = last === null || Math.abs(at[0] - (last[0] ?? 0)) + Math.abs(at[1] - (last[1] ?? 0)) >= 3;
    if (!far && i < points.length - 1) continue;
    last = at;
    kept.push(`${at[0]},${at[1]},${Math.round(Math.min(9, Math.max(0, pressed)))}`);
    if (kept.length >= MOST_POINTS) break;
  }
  return kept.join(' ');
}
export const readPoints = (text: string): Array<[number, number, number]> =>
  isPoints(text)
    ? text.split(' ').map((one) => {
        const [x = 0, y = 0, pressed = 5] = one.split(',').map(Number);
        return [x, y, pressed];
      })
    : [];

const clamp = (n: number, most: number) => Math.round(Math.min(most, Math.max(0, n)));
