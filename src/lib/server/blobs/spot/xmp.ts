import type { Patch } from '$core/materials/patch';

/** A note of where as an attribute and as an element (XMP, ISO 16684-1; the names are those of Exif in XMP). */
const NOTED =
  /\bexif:GPS\w+\s*=\s*(?:"([^"]{0,400})"|'([^']{0,400})')|<exif:GPS(\w+)(?:\s[^>]{0,400})?>([\s\S]{0,400}?)<\/exif:GPS\3>/g;

/**
 * What has to be written over in a packet of XMP so that it no longer says where: values become spaces of the same length.
 *
 * @param base where the packet begins in the file
 */
export function xmpPatches(packet: Buffer, base: number): Patch[] {
  // One character is one byte, so that places in the text are places in the file.
  const text = packet.toString('latin1');
  const patches: Patch[] = [];
  for (const found of text.matchAll(NOTED)) {
    const value = found[1] ?? found[2] ?? found[4] ?? '';
    if (value.trim() === '') continue;
    const at = found.index + found[0].lastIndexOf(value);
    patches.push({ at: base + at, bytes: Buffer.alloc(value.length, ' ') });
  }
  return patches;
}
