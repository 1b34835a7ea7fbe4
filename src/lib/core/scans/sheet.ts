import { z } from 'zod';
import { PAPERS } from './paper';
import type { Corners } from './corners';

/** How a cleaned sheet looks. */
export const LOOKS = ['black-white', 'grey', 'colour'] as const;
export type Look = (typeof LOOKS)[number];
export const LOOK_WORDS: Record<Look, string> = { 'black-white': 'Black on white', grey: 'Grey', colour: 'Colour' };

/** Quarter turns clockwise. */
export const TURNS = [0, 1, 2, 3] as const;
export type Turn = (typeof TURNS)[number];
export const turned = (turn: Turn, by: 1 | -1): Turn => ((turn + by + 4) % 4) as Turn;

const Point = z.object({ x: z.number().min(0).max(100_000), y: z.number().min(0).max(100_000) });

/** How a photograph becomes a sheet. The corners are pixels of the photograph, upright as its camera meant it. */
export const Handling = z.object({
  corners: z.tuple([Point, Point, Point, Point]),
  turn: z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3)]),
  look: z.enum(LOOKS),
  paper: z.enum(PAPERS)
});
export interface Handling {
  corners: Corners;
  turn: Turn;
  look: Look;
  paper: (typeof PAPERS)[number];
}
