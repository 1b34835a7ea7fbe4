/** One file of drawings that pages point into by their ids; browsers keep it for as long as this version runs. */
export const drawingsOf = (symbols: readonly string[]): Response =>
  new Response(`<svg xmlns="http://www.w3.org/2000/svg">${symbols.join('')}</svg>`, {
    headers: { 'content-type': 'image/svg+xml', 'cache-control': 'public, max-age=604800, immutable' }
  });
