import { partName } from '../materials/file-kinds';

/** Longest file name, in characters: what common file systems take. */
export const LONGEST_NAME = 255;

/**
 * A file's name as it was given, made fit to be kept: characters that no screen shows are dropped, and so are folders
 * in front of it. Whatever is left is only ever shown as text or sent as a quoted header, never used as a path.
 *
 * @returns the name, or null where it is too long to keep
 */
export function keepableName(given: string): string | null {
  const bare = given.normalize('NFC').split(/[/\\]/).at(-1) ?? '';
  // Control characters, and the marks that reverse the reading direction and thereby hide an ending.
  const name = bare.replace(/[\p{Cc}\p{Zl}\p{Zp}\u200e\u200f\u202a-\u202e\u2066-\u2069]/gu, '').trim();
  if (name === '' || name === '.' || name === '..') return 'unnamed file';
  return name.length > LONGEST_NAME ? null : name;
}

/** A new name with the ending of the old one, which says what kind of file it is, unless it has that ending already. */
export function withEnding(name: string, old: string): string {
  const [, ending] = partName(old);
  return name.toLowerCase().endsWith(ending.toLowerCase()) ? name : `${name}${ending}`;
}
