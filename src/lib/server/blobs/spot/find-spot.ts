import { open } from 'node:fs/promises';
import { filmPatches, heifPatches } from './boxes';
import { pngPatches, webpPatches } from './chunks';
import { exifPatches } from './exif';
import { jpegPatches } from './jpeg';
import type { Patch } from '$core/materials/patch';
import { LONGEST_NOTE, readerOf, type ReadAt } from './reader';
import { xmpPatches } from './xmp';

/** Kinds of files that may say where they were taken. */
const FINDERS: Record<string, (read: ReadAt, size: number) => Promise<Patch[]>> = {
  'image/jpeg': jpegPatches,
  'image/png': pngPatches,
  'image/webp': webpPatches,
  'image/tiff': tiffPatches,
  'image/heic': heifPatches,
  'image/heif': heifPatches,
  'image/avif': heifPatches,
  'video/mp4': filmPatches,
  'video/quicktime': filmPatches
};

export const maySaySpot = (mediaType: string): boolean => mediaType in FINDERS;

/**
 * What has to be written over in a photograph or a film so that it no longer says where it was taken. Empty where it does
 * not say so. Nothing of what is seen or heard changes, and the file stays as long as it is.
 */
export async function findSpot({ path, mediaType }: { path: string; mediaType: string }): Promise<Patch[]> {
  const find = FINDERS[mediaType];
  if (!find) return [];
  const file = await open(path);
  try {
    return await find(readerOf(file), (await file.stat()).size);
  } finally {
    await file.close();
  }
}

async function tiffPatches(read: ReadAt, size: number): Promise<Patch[]> {
  // Its notes may lie anywhere in it, and most often at its end.
  const { patches, xmp } = exifPatches(await read(0, Math.min(size, 8 * LONGEST_NOTE)), 0);
  if (xmp === null || xmp.length > LONGEST_NOTE) return patches;
  return [...patches, ...xmpPatches(await read(xmp.at, xmp.length), xmp.at)];
}
