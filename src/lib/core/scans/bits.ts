/**
 * Black and white pixels as bits in rows of whole bytes, deflated (RFC 1950) as PDF and PNG want them.
 *
 * @param pixels a byte each: 0 for ink, anything else for paper
 */
export async function deflatedBits(pixels: Uint8Array, width: number, height: number): Promise<Uint8Array> {
  const row = Math.ceil(width / 8);
  const bits = new Uint8Array(row * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      if (pixels[y * width + x]) bits[y * row + (x >> 3)] = (bits[y * row + (x >> 3)] ?? 0) | (0x80 >> (x & 7));
  const stream = new Blob([bits]).stream().pipeThrough(new CompressionStream('deflate'));
  return new Uint8Array(await new Response(stream).arrayBuffer());
}
