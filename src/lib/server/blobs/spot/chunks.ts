import { crc32, inflateSync } from 'node:zlib';
import { exifPatches } from './exif';
import type { Patch } from '$core/materials/patch';
import { LONGEST_NOTE, type ReadAt } from './reader';
import { xmpPatches } from './xmp';

const MOST_CHUNKS = 20_000;
const EXIF = 'Exif\0\0';

/** What says where in a PNG (W3C, third edition): in its notes, whose checksums are written anew. */
export async function pngPatches(read: ReadAt): Promise<Patch[]> {
  const patches: Patch[] = [];
  let at = 8;
  for (let i = 0; i < MOST_CHUNKS; i++) {
    const head = await read(at, 8);
    if (head.length < 8) break;
    const length = head.readUInt32BE(0);
    const type = head.subarray(4).toString('latin1');
    if (type === 'IEND') break;
    if (NOTES.has(type) && length <= LONGEST_NOTE) {
      const chunk = await read(at + 8, length);
      const plain = plainChunk(type, chunk);
      if (plain) {
        const sum = Buffer.alloc(4);
        sum.writeUInt32BE(crc32(plain));
        patches.push({ at: at + 4, bytes: plain }, { at: at + 8 + length, bytes: sum });
      }
    }
    at += 12 + length;
  }
  return patches;
}

const NOTES = new Set(['eXIf', 'iTXt', 'tEXt', 'zTXt']);
/** Notes of Exif or XMP that a program wrote as text of its own kind. */
const WRAPPED = /^Raw profile type (exif|app1|xmp)\0/i;

/** A chunk of notes, with its type before it, as it is without where; null where it does not say so. */
function plainChunk(type: string, chunk: Buffer): Buffer | null {
  const whole = Buffer.concat([Buffer.from(type, 'latin1'), chunk]);
  const found = type === 'eXIf' ? exifPatches(chunk, 4).patches : xmpPatches(chunk, 4);
  for (const { at, bytes } of found) whole.set(bytes, at);
  if (found.length > 0) return whole;
  // What is packed cannot be changed within its length: all of it becomes a private chunk of nothing, which readers pass over.
  if (!WRAPPED.test(chunk.toString('latin1', 0, 40)) && xmpPatches(unpacked(type, chunk), 0).length === 0) return null;
  whole.fill(0);
  whole.write('noTe', 'latin1');
  return whole;
}

/** The text of a packed chunk; nothing where it is not packed, or holds more than notes do. */
function unpacked(type: string, chunk: Buffer): Buffer {
  const keyword = chunk.indexOf(0);
  const [flag, method] = [chunk[keyword + 1], chunk[keyword + 2]];
  // In the older of the two the method follows its name; in the other a flag, the method, and two words that end with zeros.
  const isPacked = type === 'zTXt' ? flag === 0 : type === 'iTXt' && flag === 1 && method === 0;
  if (keyword < 0 || !isPacked) return Buffer.alloc(0);
  const from = type === 'zTXt' ? keyword + 2 : chunk.indexOf(0, chunk.indexOf(0, keyword + 3) + 1) + 1;
  try {
    return inflateSync(chunk.subarray(from), { maxOutputLength: LONGEST_NOTE });
  } catch {
    return Buffer.alloc(0);
  }
}

/** The same in a WebP (RFC 9649). */
export async function webpPatches(read: ReadAt): Promise<Patch[]> {
  const patches: Patch[] = [];
  let at = 12;
  for (let i = 0; i < MOST_CHUNKS; i++) {
    const head = await read(at, 8);
    if (head.length < 8) break;
    const length = head.readUInt32LE(4);
    const type = head.subarray(0, 4).toString('latin1');
    const wanted = (type === 'EXIF' || type === 'XMP ') && length <= LONGEST_NOTE;
    if (wanted) {
      const chunk = await read(at + 8, length);
      // Some writers put the mark of a JPEG's segment before it.
      const skip = chunk.subarray(0, EXIF.length).toString('latin1') === EXIF ? EXIF.length : 0;
      const base = at + 8 + skip;
      patches.push(...(type === 'EXIF' ? exifPatches(chunk.subarray(skip), base).patches : xmpPatches(chunk, at + 8)));
    }
    at += 8 + length + (length % 2);
  }
  return patches;
}
