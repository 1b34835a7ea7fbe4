import sharp, { type Sharp } from 'sharp';
import { openPicture } from './open-picture';
import { LONGEST_SIDE, MOST_PIXELS } from '$core/materials/facts';
import type { BlobFacts } from '$core/materials/blob-facts';

/** Pictures are judged at this size: noise is gone, and what can be read is still there. */
const JUDGED = 1024;
/** Greys from 0 to 255: below this mean a picture is dark, below this spread there is nothing on it. */
const DARK = 14;
const EMPTY = 3;
/** The spread of a picture's edges, below which none of them is sharp. Sharp writing lies above ten. */
const SOFT = 3.2;
/** Small pictures are icons and drawings: whether they are sharp cannot be told. */
const TELLING = 400;

/**
 * The sides of a picture, and whether anything can be seen on it.
 *
 * @throws where it cannot be decoded: it is damaged, or its end is missing
 */
export async function pictureFacts(path: string): Promise<BlobFacts> {
  // Only the header is read, so that the sides of a picture are known however many pixels it claims.
  const { width, height, compression } = await sharp(path, { limitInputPixels: false }).metadata();
  const pixels = { width, height };
  if (Math.max(width, height) > LONGEST_SIDE || width * height > MOST_PIXELS)
    return { pixels, trouble: 'too-many-pixels' };
  // Pictures of newer telephones: one that cannot be developed here cannot be shown here either.
  const picture = compression === 'hevc' ? await openPicture(path).catch(() => null) : await openPicture(path);
  if (!picture) return { pixels, trouble: 'rare-picture' };
  const seen = await look(picture, Math.max(width, height));
  return seen === undefined ? { pixels } : { pixels, seen };
}

async function look(picture: Sharp, longer: number): Promise<BlobFacts['seen']> {
  const grey = await picture
    .flatten({ background: '#ffffff' })
    .resize(JUDGED, JUDGED, { fit: 'inside', withoutEnlargement: true })
    .greyscale()
    .png()
    .toBuffer();
  const [tone] = (await sharp(grey).stats()).channels;
  if (!tone) return undefined;
  if (tone.mean < DARK && tone.stdev < DARK) return 'dark';
  if (tone.stdev < EMPTY) return 'blank';
  return longer >= TELLING && (await edges(grey)) < SOFT ? 'blurred' : undefined;
}

/** How strongly neighbouring points differ: the spread of the picture's Laplacian. */
async function edges(grey: Buffer): Promise<number> {
  const kernel = { width: 3, height: 3, kernel: [0, 1, 0, 1, -4, 1, 0, 1, 0], offset: 128 };
  const { channels } = await sharp(await sharp(grey).convolve(kernel).png().toBuffer()).stats();
  return channels[0]?.stdev ?? 0;
}
