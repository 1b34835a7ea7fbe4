import type { BlobFacts } from './blob-facts';
import { sizeText } from './size-text';
import { thousands } from '../thousands';

/** What a look at a picture or an ear at a recording found; null where nothing. */
export function emptyWords(facts: BlobFacts | null): string | null {
  if (facts?.recording?.silent) return 'Nothing can be heard in this recording. Was the microphone on?';
  return facts?.seen === undefined ? null : SEEN_WORDS[facts.seen];
}

const SEEN_WORDS: Record<NonNullable<BlobFacts['seen']>, string> = {
  dark: 'This picture is almost black. Take it again with more light.',
  blank: 'There is nothing to be seen on this picture.',
  blurred: 'This picture looks blurred. Can it be read?'
};

/** A picture with a longer side than this is not drawn: it would take gigabytes of memory. */
export const LONGEST_SIDE = 20_000;
/** The same for all of its pixels together. */
export const MOST_PIXELS = 120_000_000;
/** An archive that holds more than this is never taken apart. */
export const MOST_UNPACKED = 400_000_000;

/** What is wrong with a file, as both sides read it; null where nothing was found. */
export function troubleFact(facts: BlobFacts | null): string | null {
  switch (facts?.trouble) {
    case 'locked':
      return 'This file asks for a password.';
    case 'cut-off':
      return 'The end of this file is missing.';
    case 'damaged':
      return 'This file could not be read here.';
    case 'too-many-pixels': {
      const { width = 0, height = 0 } = facts.pixels ?? {};
      return `This picture has ${thousands(width)} × ${thousands(height)} pixels, too many to be shown.`;
    }
    case 'unpacks-too-large':
      return `This archive would unpack to ${sizeText(facts.unpacked?.bytes ?? 0)}, so it is never opened here.`;
    case 'rare-film':
      return 'This film is written in a way that not every device shows.';
    case 'rare-picture':
      return 'This picture is written in a way that cannot be shown here.';
    case 'too-costly':
      return 'This file holds more than can be read through here. It can be downloaded as it is.';
    default:
      return null;
  }
}

/** The same with what it means and what to do, for the student while there is time. */
export function troubleWords(facts: BlobFacts | null): string | null {
  const fact = troubleFact(facts);
  return fact === null || facts?.trouble === undefined ? null : `${fact} ${ADVICE[facts.trouble]}`;
}

const ADVICE: Record<NonNullable<BlobFacts['trouble']>, string> = {
  locked: 'Your teacher could not open it: save it without one.',
  'cut-off': 'It may not open for your teacher: save it anew where it was made.',
  damaged: 'Your teacher may not be able to open it: save it anew where it was made.',
  'too-many-pixels': 'Save it smaller where it was made.',
  'unpacks-too-large': 'Put in less, or only what is asked.',
  'rare-film': 'Your teacher may not be able to open it: save it as MP4 with H.264 where it was made.',
  'rare-picture': 'Your teacher may not be able to open it: save it as JPEG where it was made.',
  'too-costly': 'It may not open for your teacher either: save it anew where it was made, or as a PDF.'
};
