/** Reasons for which what somebody brought or wrote could not be read, whatever it was for. */
export const READING_REFUSALS = ['read-later', 'nested-too-deep', 'cannot-be-read', 'kept-damaged'] as const;
export type ReadingRefusal = (typeof READING_REFUSALS)[number];

/** What happened, what was kept, and what to do. */
export const readingRefusalWords = (why: ReadingRefusal): string => WORDS[why];

const WORDS: Record<ReadingRefusal, string> = {
  'read-later': 'Too much is being read at the moment, so nothing was changed. Try again in a minute.',
  'nested-too-deep': 'Lists and quotations in that text are nested deeper than can be shown. Nothing was changed.',
  'cannot-be-read': 'Something in that could not be read, so nothing was changed.',
  'kept-damaged':
    'This file is damaged where it is kept, so it cannot be opened. What was submitted, and when, stays recorded, and the school office has been told. Whoever has the file can mend it by adding it once more.'
};
