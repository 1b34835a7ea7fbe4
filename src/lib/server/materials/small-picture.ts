import sharp from 'sharp';
import { MOST_PIXELS } from '$core/materials/facts';
import { openPicture } from '../blobs/open-picture';

/** A picture drawn anew, small: what is kept of a page is ours, not the site's bytes. WebP. */
export async function smallPicture(bytes: Uint8Array): Promise<Uint8Array> {
  return sharp(bytes, { limitInputPixels: MOST_PIXELS })
    .resize(640, 640, { fit: 'inside', withoutEnlargement: true })
    .webp({ quality: 70 })
    .toBuffer();
}

/** A picture as lists show it, the right way up. WebP. */
export async function thumbnail(path: string): Promise<Uint8Array> {
  return (await openPicture(path)).rotate().resize(96, 96, { fit: 'cover' }).webp({ quality: 70 }).toBuffer();
}

/** A picture that browsers do not show, as they do: large enough to read what is on it. WebP. */
export async function shownPicture(path: string): Promise<Uint8Array> {
  return (await openPicture(path))
    .rotate()
    .resize(2400, 2400, { fit: 'inside', withoutEnlargement: true })
    .webp({ quality: 82 })
    .toBuffer();
}

/** Up to so many bytes a picture stays exact, whatever it would be as a photograph. */
const EXACT_BYTES = 40_000;

/**
 * A picture as a printed page needs it: no wider than a page at 200 dots an inch, the right way up, without what its maker
 * noted in it. What has few colours or lets something shine through stays as exact as it is (PNG), photographs become JPEG.
 */
export async function pagePicture(path: string): Promise<{ bytes: Uint8Array; mediaType: 'image/jpeg' | 'image/png' }> {
  const drawn = (await openPicture(path)).rotate().resize(1600, 2200, { fit: 'inside', withoutEnlargement: true });
  const png = await drawn.clone().png({ compressionLevel: 9 }).toBuffer();
  const photo = await drawn.flatten({ background: '#ffffff' }).jpeg({ quality: 80, mozjpeg: true }).toBuffer();
  const { hasAlpha } = await sharp(path, { limitInputPixels: MOST_PIXELS }).metadata();
  const exact = png.length <= Math.max(EXACT_BYTES, photo.length * (hasAlpha ? 3 : 1));
  return exact ? { bytes: png, mediaType: 'image/png' } : { bytes: photo, mediaType: 'image/jpeg' };
}
