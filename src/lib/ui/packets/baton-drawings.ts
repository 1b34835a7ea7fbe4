import { STANDINGS, type Holding, type Standing } from '$core/packets/custody';
import { batonName, drawBaton, type BatonDrawing } from './baton';

const circle = (x: number, r: number) => `M${x - r} 8a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0`;
const BARS = {
  open: 'M11.5 8H24.5',
  ring: 'M9.5 4.2C13 1.2 23 1.2 26.5 4.2M9.5 11.8C13 14.8 23 14.8 26.5 11.8',
  stop: 'M11.5 8H16M17 3.5V12.5',
  seal: 'M11.5 8H14.5M18 4.5L21.5 8L18 11.5L14.5 8Z'
};
const ARROWS = { right: 'M16.5 4.5L20.5 8L16.5 11.5', left: 'M19.5 4.5L15.5 8L19.5 11.5', none: '' };
const SEATS = { student: circle(7, 4.5), teacher: circle(29, 4.5), none: '' };

/** The glyph as two SVG paths on a sheet of 36 by 16: what is drawn, and what is filled. */
export function batonPaths(drawing: BatonDrawing): { strokes: string; fills: string } {
  const arrow = drawing.bar === 'open' ? ARROWS[drawing.arrow] : '';
  return {
    strokes: SEATS.student + SEATS.teacher + BARS[drawing.bar] + arrow,
    fills: SEATS[drawing.seat] + (drawing.alsoWorking ? circle(7, 1.6) : '')
  };
}

/** Every drawing that a holding can lead to. */
export function everyBaton(): BatonDrawing[] {
  const drawings = new Map<string, BatonDrawing>();
  for (const standing of STANDINGS)
    for (const lastMove of [null, 'to-teacher', 'to-student'] as const)
      for (const holder of HOLDERS[standing] ?? ['student']) {
        const drawing = drawBaton({ holder, standing, lastMove });
        drawings.set(batonName(drawing), drawing);
      }
  return [...drawings.values()];
}

const HOLDERS: Partial<Record<Standing, Holding['holder'][]>> = {
  submitted: ['teacher'],
  revising: ['teacher'],
  settled: ['nobody']
};
