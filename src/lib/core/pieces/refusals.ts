import { MOST_PICTURES } from '../pages/bounds';
import { sizeText } from '../materials/size-text';
import { LONGEST_NAME } from './names';

/** How many pieces a packet holds at most; far beyond any brief, and a bound on every page that lists them. */
export const MOST_PIECES = 200;
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
  'no-recordings-here',
  'no-scans-here',
  'no-pages-here',
  'shelf-full',
  'hash-differs',
  'not-all-here',
  'no-address',
  'looked-too-often',
  'no-captions',
  'nothing-to-caption',
  'written-elsewhere',
  'page-unreadable',
  'written-by-another',
  'page-too-long',
  'no-picture',
  'too-many-pictures',
  'no-text-inside',
  'starter-part',
  'part-of-another',
  'no-questions',
  'no-questions-inside',
  'not-an-answer',
  'answers-time-over',
  'disk-full'
] as const;
export type PieceRefusal = (typeof PIECE_REFUSALS)[number];

/** Reasons that concern the place alone: the file itself is sound and is kept on the Shelf. */
const PLACE_ONLY: readonly PieceRefusal[] = [
  'wrong-type',
  'place-full',
  'no-files-here',
  'no-recordings-here',
  'no-scans-here',
  'no-pages-here',
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
  'no-scans-here': 'This place takes no scans, so that one was not added.',
  'no-pages-here': 'This place takes no pages that are written here, so that one was not added.',
  'no-recordings-here': 'This place takes no recordings, so that one was not added.',
  'shelf-full':
    'Your Shelf is full, so that file was not added. Empty the bin on your Shelf or remove what you no longer need; your packets stay as they are.',
  'hash-differs': 'What arrived is not what left your machine, so it was not added. Send it again.',
  'not-all-here': 'Not all of that file has arrived yet, so it was not added. What has arrived is kept; go on with it.',
  'no-address':
    'That is no web address, so it was not added. One starts with https:// or http://, as the address bar of your browser shows it.',
  'disk-full':
    'There is no room for files here at the moment, so that one was not added. The school office can see it; submitting works, and so does adding a link.',
  'no-captions':
    'These are no captions (neither WebVTT nor SubRip, or nothing is said in them), so they were not added. What was there before is kept.',
  'nothing-to-caption': 'This piece is no recording, so captions were not added.',
  'written-elsewhere':
    'Another text was put in the place of this page meanwhile, so what you wrote was not added to it. It is kept on this device.',
  'page-unreadable':
    'What this window sent could not be read as a page, so it was not added. It is kept on this device: open the page again, or put it on the Shelf.',
  'written-by-another':
    'That was written in somebody else’s name, so it was not added. Open the page again, then write.',
  'page-too-long':
    'With that, the page would be longer than a page can be, so it was not added. It is kept on this device: divide it into two pages.',
  'no-picture':
    'That file is no picture that a page can show, so it was not added to the page. PNG, JPEG, WebP, AVIF and GIF can be.',
  'too-many-pictures': () =>
    `A page shows ${MOST_PICTURES} pictures at most, so that one was not added. Take one out first.`,
  'no-text-inside':
    'No text could be read in that file, so it was not added to the page. DOCX, ODT, HTML, Markdown and plain text can be read; the file itself is on your Shelf.',
  'starter-part':
    'What your teacher wrote on this page stays as it is, so that change was not added. Your answers are kept on this device: open the page again.',
  'part-of-another':
    'That changes a part of this page which is somebody else’s, or is finished, so it was not added. What you wrote is kept on this device: open the page again.',
  'no-questions': 'Nothing is asked here any more, so your answers were not added.',
  'no-questions-inside':
    'No questions in QTI 3 could be read in that file, so they were not added. A package is a ZIP; one question is an XML file.',
  'not-an-answer':
    'That is no answer to this question, so it was not added. The question may have changed: open the answers again.',
  'answers-time-over':
    'The time for these questions is over, so that answer was not added. What you answered before is kept and can be submitted.',
  'looked-too-often':
    'Many pages were looked at for you in a short time, so this one was not, and a new link was not added. Wait ten minutes, then try again.'
};
