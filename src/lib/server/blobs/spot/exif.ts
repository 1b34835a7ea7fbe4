import type { Patch } from '$core/materials/patch';

/** The entry that leads to the notes of where (Exif 3.0, 4.6.3), and the one entry that stays in them: their version. */
const GPS = 0x8825;
const XMP = 0x02bc;
const VERSION_ENTRY = { tag: 0, type: 1, count: 4, value: [2, 3, 0, 0] };
const ENTRY = 12;
const MOST_ENTRIES = 512;
/** Bytes of one value by its type (TIFF 6.0, section 2). */
const SIZES = [0, 1, 1, 2, 4, 8, 1, 1, 2, 4, 8, 4, 8];

export interface ExifNotes {
  patches: Patch[];
  /** Where its packet of XMP lies, where it has one. */
  xmp: { at: number; length: number } | null;
}

/**
 * What has to be written over in a picture's notes so that they no longer say where it was taken.
 *
 * @param notes as TIFF lays them out, from its byte order mark on; what lies beyond them is left as it is
 * @param base where they begin in the file
 */
export function exifPatches(notes: Buffer, base: number): ExifNotes {
  const order = notes.subarray(0, 2).toString('latin1');
  if (order !== 'II' && order !== 'MM') return NOTHING;
  const little = order === 'II';
  const u16 = (at: number) => (at + 2 > notes.length ? 0 : little ? notes.readUInt16LE(at) : notes.readUInt16BE(at));
  const u32 = (at: number) => (at + 4 > notes.length ? 0 : little ? notes.readUInt32LE(at) : notes.readUInt32BE(at));
  if (u16(2) !== 42) return NOTHING;
  const entriesAt = (folder: number) =>
    Array.from({ length: Math.min(u16(folder), MOST_ENTRIES) }, (_, i) => folder + 2 + i * ENTRY);
  const sizeOf = (entry: number) => (SIZES[u16(entry + 2)] ?? 1) * u32(entry + 4);
  const first = u32(4);
  const find = (tag: number) => entriesAt(first).find((entry) => u16(entry) === tag);
  const patches: Patch[] = [];
  // However often entries name the same stretch, no more is written over than there is.
  let left = notes.length;
  const blank = (at: number, length: number) => {
    const fits = Math.min(length, notes.length - at, left);
    if (at > 0 && fits > 0) {
      left -= fits;
      patches.push({ at: base + at, bytes: Buffer.alloc(fits) });
    }
  };
  const pointer = find(GPS);
  const folder = pointer === undefined ? 0 : u32(pointer + 8);
  const entries = folder === 0 ? [] : entriesAt(folder);
  // One entry that says only by which version it is written says nowhere.
  if (entries.some((entry) => u16(entry) !== VERSION_ENTRY.tag)) {
    for (const entry of entries) if (sizeOf(entry) > 4) blank(u32(entry + 8), sizeOf(entry));
    blank(folder, 2 + entries.length * ENTRY);
    patches.push({ at: base + folder, bytes: onlyVersion(little) });
  }
  const packet = find(XMP);
  return { patches, xmp: packet === undefined ? null : { at: base + u32(packet + 8), length: sizeOf(packet) } };
}

const NOTHING: ExifNotes = { patches: [], xmp: null };

function onlyVersion(little: boolean): Buffer {
  const bytes = Buffer.alloc(2 + ENTRY);
  const { tag, type, count, value } = VERSION_ENTRY;
  const view = new DataView(bytes.buffer, bytes.byteOffset);
  view.setUint16(0, 1, little);
  view.setUint16(2, tag, little);
  view.setUint16(4, type, little);
  view.setUint32(6, count, little);
  bytes.set(value, 10);
  return bytes;
}
