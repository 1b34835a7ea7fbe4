import { wordCount } from '../materials/word-count';

/** How long a page is. */
export interface Measures {
  words: number;
  /** Without spaces at its ends. */
  characters: number;
  /** Printed sheets, about: of text alone, set as we print it. */
  sheets: number;
  /** Minutes that reading it takes, about. */
  minutes: number;
}

/** Of printed text a sheet holds about so many words, and in a minute people read about so many (Brysbaert 2019). */
const WORDS_ON_A_SHEET = 480;
const WORDS_A_MINUTE = 238;
/** What a picture takes of a sheet. */
const PICTURE_PART = 0.4;

/** @param pictures on it; `breaks`: new sheets that its writer begins */
export function measures(text: string, pictures: number, breaks: number): Measures {
  const words = wordCount(text);
  const filled = words / WORDS_ON_A_SHEET + pictures * PICTURE_PART;
  return {
    words,
    characters: text.trim().length,
    sheets: Math.max(1, Math.ceil(filled) + breaks),
    minutes: Math.max(1, Math.round(words / WORDS_A_MINUTE))
  };
}
