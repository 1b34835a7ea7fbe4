/** How the characters of a text are written as bytes; names as in the Encoding Standard (WHATWG). */
export type Encoding = 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252';

/**
 * A text as it is read, in whichever of the encodings it was written. What cannot be told is read as UTF-8.
 *
 * @param whole false for the beginning of a longer one, whose last character may be cut in two
 */
export function decodeText(bytes: Uint8Array, whole = true): string {
  const encoding = encodingOf(bytes, whole) ?? 'utf-8';
  const text = new TextDecoder(encoding).decode(bytes, { stream: !whole });
  return encoding === 'windows-1252'
    ? text.replace(/[\x80-\x9f]/g, (found) => PRINTED[found.charCodeAt(0) - 0x80] ?? found)
    : text;
}

/** What Windows-1252 has in the place of control characters (Encoding Standard, index windows-1252): Node 20 reads them as ISO 8859-1. */
const PRINTED = [...'€\x81‚ƒ„…†‡ˆ‰Š‹Œ\x8dŽ\x8f\x90‘’“”•–—˜™š›œ\x9džŸ'];

/**
 * In which encoding a text is written, told from its bytes; null where they are no text.
 *
 * A byte order mark says it. Without one, zeros at every other place are UTF-16; what is valid UTF-8 is that; what has no
 * control characters and is mostly ASCII is Windows-1252, of which ISO 8859-1 is a part.
 */
export function encodingOf(bytes: Uint8Array, whole = true): Encoding | null {
  const [first, second] = bytes;
  if (first === 0xff && second === 0xfe) return 'utf-16le';
  if (first === 0xfe && second === 0xff) return 'utf-16be';
  if (bytes.includes(0)) return wideOf(bytes);
  if (isUtf8(bytes, whole)) return 'utf-8';
  return isWestern(bytes) ? 'windows-1252' : null;
}

/** Of text in Latin letters, so much of one half of its places is zero. */
const MOSTLY = 0.6;
const HARDLY = 0.02;

/** What no text has. */
const CONTROLS = /[\0-\x08\x0e-\x1f]/;
/** Shorter ones have zeros by chance. */
const FEWEST = 8;

function wideOf(bytes: Uint8Array): Encoding | null {
  if (bytes.length < FEWEST) return null;
  const zeros = [0, 0];
  for (const [i, byte] of bytes.entries()) if (byte === 0) zeros[i % 2] = (zeros[i % 2] ?? 0) + 1;
  const [even = 0, odd = 0] = zeros.map((count) => count / (bytes.length / 2));
  const encoding = odd > MOSTLY && even < HARDLY ? 'utf-16le' : even > MOSTLY && odd < HARDLY ? 'utf-16be' : null;
  // Counters in binary files look the same, but for what they would spell.
  return encoding && CONTROLS.test(new TextDecoder(encoding).decode(bytes)) ? null : encoding;
}

function isUtf8(bytes: Uint8Array, whole: boolean): boolean {
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes, { stream: !whole });
    return true;
  } catch {
    return false;
  }
}

/** Characters that no text has; the five places that Windows-1252 leaves empty. */
const NEVER = new Set([...Array(0x20).keys()].filter((code) => ![0x09, 0x0a, 0x0c, 0x0d].includes(code)));
for (const code of [0x7f, 0x81, 0x8d, 0x8f, 0x90, 0x9d]) NEVER.add(code);
const MOST_HIGH = 0.4;

function isWestern(bytes: Uint8Array): boolean {
  let high = 0;
  for (const byte of bytes) {
    if (NEVER.has(byte)) return false;
    if (byte > 0x7f) high++;
  }
  return high / bytes.length <= MOST_HIGH;
}
