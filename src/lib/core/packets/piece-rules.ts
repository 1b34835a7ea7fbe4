/** How many pieces a packet holds at most; far beyond any brief, and a bound on every page that lists them. */
export const MOST_PIECES = 200;
/** Longest file name, in characters: what common file systems take. */
export const LONGEST_NAME = 255;

/** Why a piece is not taken, apart from custody's own reasons. */
export const PIECE_REFUSALS = [
  'no-file',
  'empty-file',
  'too-large',
  'broken-upload',
  'name-too-long',
  'too-many-pieces',
  'also-closed'
] as const;
export type PieceRefusal = (typeof PIECE_REFUSALS)[number];

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
  const ending = /\.[a-z0-9]{1,8}$/i.exec(old)?.[0] ?? '';
  return name.toLowerCase().endsWith(ending.toLowerCase()) ? name : `${name}${ending}`;
}

/** Bytes as people read them: "820 kB", "4.2 MB". Powers of ten, as file managers count. */
export function sizeText(bytes: number): string {
  if (bytes < 1000) return `${bytes} bytes`;
  for (const [unit, size] of [
    ['kB', 1e3],
    ['MB', 1e6],
    ['GB', 1e9]
  ] as const) {
    if (bytes < size * 1000 || unit === 'GB') {
      const amount = bytes / size;
      return `${amount < 10 ? amount.toFixed(1).replace(/\.0$/, '') : Math.round(amount)} ${unit}`;
    }
  }
  return `${bytes} bytes`;
}

/** What happened, what was kept, what to do. */
export function pieceRefusalWords(why: PieceRefusal, largest: number): string {
  switch (why) {
    case 'no-file':
      return 'No file was chosen. Choose one, then add it.';
    case 'empty-file':
      return 'That file is empty (0 bytes), so it was not added. Save it again where it was made, then add it.';
    case 'too-large':
      return `That file is larger than ${sizeText(largest)}, so it was not added. Make it smaller or ask your teacher.`;
    case 'broken-upload':
      return 'The connection broke before the whole file had arrived, so it was not added. Add it again.';
    case 'name-too-long':
      return `That file's name is longer than ${LONGEST_NAME} characters, so it was not added. Rename it, then add it again.`;
    case 'too-many-pieces':
      return `A packet holds ${MOST_PIECES} pieces at most, so that file was not added. Remove one or combine several.`;
    case 'also-closed':
      return 'This assignment takes only what the brief asks for, so that file was not added.';
  }
}
