/** Bytes as text and back (RFC 4648, 4), a stretch at a time: a call takes only so many arguments. */
export function toBase64(bytes: Uint8Array): string {
  let text = '';
  for (let from = 0; from < bytes.length; from += STRETCH)
    text += String.fromCharCode(...bytes.subarray(from, from + STRETCH));
  return btoa(text);
}
const STRETCH = 8192;

export const fromBase64 = (text: string): Uint8Array => Uint8Array.from(atob(text), (one) => one.charCodeAt(0));
