import type { Paper } from './paper';
import type { Corners } from './corners';

/** How a cleaned sheet looks. */
export const LOOKS = ['black-white', 'grey', 'colour'] as const;
export type Look = (typeof LOOKS)[number];
export const LOOK_WORDS: Record<Look, string> = { 'black-white': 'Black on white', grey: 'Grey', colour: 'Colour' };

/** Quarter turns clockwise. */
export type Turn = 0 | 1 | 2 | 3;
export const turned = (turn: Turn, by: 1 | -1): Turn => ((turn + by + 4) % 4) as Turn;

/** How a photograph becomes a sheet. The corners are pixels of the photograph, upright as its camera meant it. */
export interface Handling {
  corners: Corners;
  turn: Turn;
  look: Look;
  paper: Paper;
}
