import { exifPatches } from './exif';
import type { Patch } from '$core/materials/patch';
import type { ReadAt } from './reader';
import { xmpPatches } from './xmp';

const APP1 = 0xe1;
const SCAN = 0xda;
const END = 0xd9;
const EXIF = 'Exif\0\0';
const XMP = 'http://ns.adobe.com/xap/1.0/\0';
const MOST_SEGMENTS = 400;

/** What says where in a JPEG (ITU-T T.81, annex B): in each of its segments of notes, before the picture itself begins. */
export async function jpegPatches(read: ReadAt): Promise<Patch[]> {
  const patches: Patch[] = [];
  let at = 2;
  for (let i = 0; i < MOST_SEGMENTS; i++) {
    const head = await read(at, 4);
    const [lead, marker] = head;
    if (head.length < 4 || lead !== 0xff || marker === undefined || marker === SCAN || marker === END) break;
    const length = head.readUInt16BE(2);
    if (marker === APP1) patches.push(...inSegment(await read(at + 4, Math.max(0, length - 2)), at + 4));
    at += 2 + length;
  }
  return patches;
}

function inSegment(segment: Buffer, base: number): Patch[] {
  const begins = (mark: string) => segment.subarray(0, mark.length).toString('latin1') === mark;
  if (begins(EXIF)) return exifPatches(segment.subarray(EXIF.length), base + EXIF.length).patches;
  return begins(XMP) ? xmpPatches(segment.subarray(XMP.length), base + XMP.length) : [];
}
