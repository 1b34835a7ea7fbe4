import { readFile, stat } from 'node:fs/promises';
import { createRequire } from 'node:module';
import sharp, { type Sharp } from 'sharp';
import { MOST_PIXELS } from '$core/materials/facts';

/** A telephone's picture beyond this takes more memory than a parsing process has. */
const MOST_DEVELOPED = 26_000_000;
const LARGEST = 40_000_000;

/**
 * Opens a picture to draw it anew, whatever it is written in: what the picture library reads by itself, and the HEVC of
 * newer telephones (HEIF, ISO 23008-12), which a decoder of its own develops.
 *
 * @throws where it is damaged, or too large
 */
export async function openPicture(path: string): Promise<Sharp> {
  const { compression, width, height } = await sharp(path, { limitInputPixels: false }).metadata();
  if (compression !== 'hevc') return sharp(path, { limitInputPixels: MOST_PIXELS });
  if (width * height > MOST_DEVELOPED || (await stat(path)).size > LARGEST)
    throw new Error('The picture is too large to be developed.');
  return developed(await readFile(path));
}

interface Image {
  get_width(): number;
  get_height(): number;
  is_primary?: () => boolean;
  display(into: { data: Uint8ClampedArray; width: number; height: number }, done: (made: object | null) => void): void;
  free(): void;
}
interface Heif {
  HeifDecoder: new () => { decode(bytes: Uint8Array): Image[] };
}

async function developed(bytes: Uint8Array): Promise<Sharp> {
  // Loaded where it is needed: it is a megabyte of its own.
  const heif = createRequire(import.meta.url)('libheif-js/wasm-bundle') as Heif;
  const [image] = new heif.HeifDecoder().decode(bytes);
  if (!image) throw new Error('There is no picture in it.');
  const [width, height] = [image.get_width(), image.get_height()];
  if (width * height > MOST_DEVELOPED) throw new Error('The picture is too large to be developed.');
  const data = new Uint8ClampedArray(width * height * 4);
  try {
    await new Promise<void>((resolve, reject) =>
      image.display({ data, width, height }, (made) =>
        made ? resolve() : reject(new Error('It could not be developed.'))
      )
    );
  } finally {
    image.free();
  }
  // It is turned already; what it says of its turn is not asked a second time.
  return sharp(data, { raw: { width, height, channels: 4 } }).removeAlpha();
}
