import { partName } from '../materials/file-kinds';

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
  'also-closed',
  'wrong-type',
  'not-what-it-says',
  'program-in-disguise',
  'place-full',
  'no-files-here',
  'no-links-here',
  'shelf-full',
  'hash-differs',
  'not-all-here',
  'no-address',
  'looked-too-often',
  'disk-full'
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
  const [, ending] = partName(old);
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

/** Reasons that concern the place alone: the file itself is sound and is kept on the Shelf. */
const PLACE_ONLY: readonly PieceRefusal[] = [
  'wrong-type',
  'place-full',
  'no-files-here',
  'also-closed',
  'too-many-pieces'
];

/** What was kept of a file that did not go into the packet. To be said after the reason where the Shelf has it. */
export function keptWords(why: PieceRefusal): string {
  return PLACE_ONLY.includes(why) ? 'The file itself is on your Shelf.' : '';
}

/**
 * What happened, what was kept, what to do.
 *
 * @param largest the most bytes that the place takes
 * @param types   the endings that the place takes, where it takes only some
 */
export function pieceRefusalWords(why: PieceRefusal, largest: number, types: readonly string[] = []): string {
  const words = WORDS[why];
  const wanted = types.length > 0 ? types.map((type) => type.toUpperCase()).join(' or ') : 'other types';
  return typeof words === 'string' ? words : words({ largest, wanted });
}

const WORDS: Record<PieceRefusal, string | ((at: { largest: number; wanted: string }) => string)> = {
  'no-file': 'No file was chosen. Choose one, then add it.',
  'empty-file': 'That file is empty (0 bytes), so it was not added. Save it again where it was made, then add it.',
  'too-large': ({ largest }) =>
    `That file is larger than ${sizeText(largest)}, so it was not added. Make it smaller or ask your teacher.`,
  'broken-upload': 'The connection broke before the whole file had arrived, so it was not added. Add it again.',
  'name-too-long': () =>
    `That file's name is longer than ${LONGEST_NAME} characters, so it was not added. Rename it, then add it again.`,
  'too-many-pieces': () =>
    `A packet holds ${MOST_PIECES} pieces at most, so that file was not added. Remove one or combine several.`,
  'also-closed': 'This assignment takes only what the brief asks for, so that file was not added.',
  'wrong-type': ({ wanted }) =>
    `This place takes ${wanted}, so that file was not added. Save it as one of these where it was made.`,
  'not-what-it-says':
    'That file is not what its name says: its bytes are of another type, so it was not added. Save it anew where it was made.',
  'program-in-disguise':
    'That file is a program under the name of a document, so it was not added. Look for the real one.',
  'place-full': 'This place holds as many pieces as the brief takes, so that one was not added. Remove one first.',
  'no-files-here': 'This place takes a link, not a file, so that file was not added.',
  'no-links-here': 'This place takes a file, not a link, so that address was not added.',
  'shelf-full':
    'Your Shelf is full, so that file was not added. Empty the bin on your Shelf or remove what you no longer need; your packets stay as they are.',
  'hash-differs': 'What arrived is not what left your machine, so it was not added. Send it again.',
  'not-all-here': 'Not all of that file has arrived yet, so it was not added. What has arrived is kept; go on with it.',
  'no-address':
    'That is no web address, so it was not added. One starts with https:// or http://, as the address bar of your browser shows it.',
  'disk-full':
    'There is no room for files here at the moment, so that one was not added. The school office can see it; submitting works, and so does adding a link.',
  'looked-too-often':
    'Many pages were looked at for you in a short time, so this one was not, and a new link was not added. Wait ten minutes, then try again.'
};
