import sharp from 'sharp';
import { MOST_PIXELS } from '$core/materials/facts';

/** A picture drawn anew, small: what is kept of a page is ours, not the site's bytes. WebP. */
export async function smallPicture(bytes: Uint8Array): Promise<Uint8Array> {
  return sharp(bytes, { limitInputPixels: MOST_PIXELS })
    .resize(640, 640, { fit: 'inside', withoutEnlargement: true })
    .webp({ quality: 70 })
    .toBuffer();
}

/** A picture as lists show it, the right way up. WebP. */
export async function thumbnail(path: string): Promise<Uint8Array> {
  return sharp(path, { limitInputPixels: MOST_PIXELS })
    .rotate()
    .resize(96, 96, { fit: 'cover' })
    .webp({ quality: 70 })
    .toBuffer();
}
