import { exifPatches } from './exif';
import type { Patch } from '$core/materials/patch';
import { LONGEST_NOTE, type ReadAt } from './reader';
import { xmpPatches } from './xmp';

interface Box {
  type: string;
  /** Where its content begins and ends. */
  from: number;
  to: number;
}

const MOST_BOXES = 4000;
/** A film's description, which is read whole. */
const LONGEST_DESCRIPTION = 64 * 1024 * 1024;
const LOCATION = 'com.apple.quicktime.location.';

/** Boxes that lie beside one another in a file of the ISO base media format (ISO 14496-12, 4.2). */
async function boxes(read: ReadAt, from: number, to: number): Promise<Box[]> {
  const found: Box[] = [];
  let at = from;
  while (at + 8 <= to && found.length < MOST_BOXES) {
    const head = await read(at, 16);
    if (head.length < 8) break;
    const short = head.readUInt32BE(0);
    const long = short === 1 && head.length === 16;
    const size = long ? Number(head.readBigUInt64BE(8)) : short === 0 ? to - at : short;
    const begin = at + (long ? 16 : 8);
    if (size < begin - at) break;
    found.push({ type: head.subarray(4, 8).toString('latin1'), from: begin, to: Math.min(at + size, to) });
    at += size;
  }
  return found;
}

const within = (buffer: Buffer): ReadAt => {
  return (at, length) => Promise.resolve(buffer.subarray(at, at + length));
};

/** What says where in a picture of the HEIF family (ISO 23008-12): its notes lie among its data, and begin with a mark. */
export async function heifPatches(read: ReadAt, size: number): Promise<Patch[]> {
  const description = (await boxes(read, 0, size)).find(({ type }) => type === 'meta');
  if (!description) return [];
  const patches: Patch[] = [];
  for (const { at, length } of await itemPlaces(read, description)) {
    if (length > LONGEST_NOTE) continue;
    const notes = await read(at, length);
    // Four bytes say where behind them the notes begin.
    const lead = notes.length < 4 ? 0 : 4 + notes.readUInt32BE(0);
    patches.push(...exifPatches(notes.subarray(lead), at + lead).patches, ...xmpPatches(notes, at));
  }
  return patches;
}

/** Where the items of notes lie: their kinds stand in one box, their places in another. */
async function itemPlaces(read: ReadAt, meta: Box): Promise<Array<{ at: number; length: number }>> {
  const content = await read(meta.from, Math.min(meta.to - meta.from, LONGEST_NOTE));
  const inside = await boxes(within(content), 4, content.length);
  const bytesOf = (type: string) => {
    const box = inside.find((one) => one.type === type);
    return box ? content.subarray(box.from, box.to) : Buffer.alloc(0);
  };
  const notes = await noteIds(bytesOf('iinf'));
  return places(bytesOf('iloc')).filter(({ id }) => notes.has(id));
}

async function noteIds(iinf: Buffer): Promise<Set<number>> {
  const ids = new Set<number>();
  if (iinf.length < 6) return ids;
  for (const { type, from } of await boxes(within(iinf), iinf.readUInt8(0) === 0 ? 6 : 8, iinf.length)) {
    if (type !== 'infe' || from + 16 > iinf.length) continue;
    const wide = iinf.readUInt8(from) >= 3;
    const kind = iinf.subarray(from + (wide ? 10 : 8), from + (wide ? 14 : 12)).toString('latin1');
    if (kind === 'Exif' || kind === 'mime') ids.add(wide ? iinf.readUInt32BE(from + 4) : iinf.readUInt16BE(from + 4));
  }
  return ids;
}

/** The first stretch of each item that lies in the file itself (ISO 14496-12, 8.11.3). */
function places(iloc: Buffer): Array<{ id: number; at: number; length: number }> {
  const found: Array<{ id: number; at: number; length: number }> = [];
  if (iloc.length < 8) return found;
  let at = 0;
  const take = (bytes: number) => {
    const value = bytes === 0 || at + bytes > iloc.length ? 0 : iloc.readUIntBE(at, Math.min(bytes, 6));
    at += bytes;
    return value;
  };
  const version = take(4) >>> 24;
  const sizes = take(2);
  const [offset, length, base, index] = [
    sizes >> 12,
    (sizes >> 8) & 15,
    (sizes >> 4) & 15,
    version > 0 ? sizes & 15 : 0
  ];
  if ([offset, length, base].includes(8)) return found;
  const count = take(version < 2 ? 2 : 4);
  for (let i = 0; i < count && at < iloc.length && found.length < MOST_BOXES; i++) {
    const id = take(version < 2 ? 2 : 4);
    const method = version > 0 ? take(2) & 15 : 0;
    take(2);
    const begin = take(base);
    const stretches = take(2);
    for (let n = 0; n < stretches && at < iloc.length; n++) {
      take(index);
      const place = { id, at: begin + take(offset), length: take(length) };
      if (n === 0 && method === 0) found.push(place);
    }
  }
  return found;
}

/** What says where in a film of a camera: among its user data, and among its keyed notes (QuickTime's file format). */
export async function filmPatches(read: ReadAt, size: number): Promise<Patch[]> {
  const film = (await boxes(read, 0, size)).find(({ type }) => type === 'moov');
  if (!film || film.to - film.from > LONGEST_DESCRIPTION) return [];
  const content = await read(film.from, film.to - film.from);
  return (await inFilm(content, 0, content.length, 0)).map(({ at, bytes }) => ({ at: film.from + at, bytes }));
}

async function inFilm(content: Buffer, from: number, to: number, depth: number): Promise<Patch[]> {
  const inside = await boxes(within(content), from, to);
  const patches: Patch[] = [];
  const blank = (begin: number, end: number) => patches.push({ at: begin, bytes: Buffer.alloc(end - begin) });
  for (const box of inside) {
    if (box.type === '\u00a9xyz' || box.type === 'loci') {
      // What is named free is passed over by every reader (ISO 14496-12, 8.1.2).
      patches.push({ at: box.from - 4, bytes: Buffer.from('free') });
      blank(box.from, box.to);
    } else if (depth < 3 && ['udta', 'trak'].includes(box.type))
      patches.push(...(await inFilm(content, box.from, box.to, depth + 1)));
    else if (box.type === 'meta') patches.push(...(await keyedNotes(content, box)));
  }
  return patches;
}

/** Keys are counted from one; a note is named by the number of its key. */
async function keyedNotes(content: Buffer, meta: Box): Promise<Patch[]> {
  // In a film of this kind the box has no version before its content; elsewhere it has.
  const skip = content.subarray(meta.from + 4, meta.from + 8).toString('latin1') === 'hdlr' ? 0 : 4;
  const inside = await boxes(within(content), meta.from + skip, meta.to);
  const keys = inside.find(({ type }) => type === 'keys');
  const list = inside.find(({ type }) => type === 'ilst');
  if (!keys || !list) return [];
  const names = (await boxes(within(content), keys.from + 8, keys.to)).map((key) =>
    content.subarray(key.from, key.to).toString('latin1')
  );
  const patches: Patch[] = [];
  for (const note of await boxes(within(content), list.from, list.to)) {
    const number = Buffer.from(note.type, 'latin1').readUInt32BE(0);
    if (!names[number - 1]?.startsWith(LOCATION)) continue;
    for (const data of await boxes(within(content), note.from, note.to)) {
      const value = content.subarray(data.from + 8, data.to);
      if (value.some((byte) => byte !== 0x20))
        patches.push({ at: data.from + 8, bytes: Buffer.alloc(value.length, ' ') });
    }
  }
  return patches;
}
