import { batonName } from '$ui/packets/baton';
import { batonPaths, everyBaton } from '$ui/packets/baton-drawings';
import { drawingsOf } from '../shared/drawings';

/** Every baton, drawn once: pages point into this file. */
export const GET = () => {
  const symbols = everyBaton().map((drawing) => {
    const { strokes, fills } = batonPaths(drawing);
    const filled = fills === '' ? '' : `<path d="${fills}" fill="currentColor"/>`;
    return `<symbol id="${batonName(drawing)}" viewBox="0 0 36 16"><path d="${strokes}"/>${filled}</symbol>`;
  });
  return drawingsOf(symbols);
};
