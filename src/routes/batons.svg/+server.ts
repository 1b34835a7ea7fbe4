import { batonName } from '$ui/packets/baton';
import { batonPaths, everyBaton } from '$ui/packets/baton-drawings';

/** Every baton, drawn once: pages point into this file, which browsers keep for as long as this version runs. */
export const GET = () => {
  const symbols = everyBaton().map((drawing) => {
    const { strokes, fills } = batonPaths(drawing);
    const filled = fills === '' ? '' : `<path d="${fills}" fill="currentColor"/>`;
    return `<symbol id="${batonName(drawing)}" viewBox="0 0 36 16"><path d="${strokes}"/>${filled}</symbol>`;
  });
  const body = `<svg xmlns="http://www.w3.org/2000/svg">${symbols.join('')}</svg>`;
  return new Response(body, {
    headers: { 'content-type': 'image/svg+xml', 'cache-control': 'public, max-age=604800, immutable' }
  });
};
