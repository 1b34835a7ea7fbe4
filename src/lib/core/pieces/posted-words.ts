import type { AskedPost } from './asked-post';

/** What a student has said on an open floor. */
export interface Posted {
  /** Words of the longest thing that they began with, 0 where they began none. */
  words: number;
  /** Files and recordings beside what they began. */
  files: number;
  recordings: number;
  /** How many others they answered. */
  answered: number;
}

/** What is asked, in words: "a post on the open floor of at least 80 words, with a recording, and answers to 2 others". */
export function askedWords({ words, with: beside, answers }: AskedPost): string {
  return [
    `a post on the open floor${words === undefined ? '' : ` of at least ${words} ${words === 1 ? 'word' : 'words'}`}`,
    beside && `with a ${beside} beside it`,
    answers !== undefined && (answers === 1 ? 'and an answer to somebody else' : `and answers to ${answers} others`)
  ]
    .filter(Boolean)
    .join(', ');
}

/** What of it is lacking, a sentence each; nothing where all is said. */
export function lackingPost(asked: AskedPost, posted: Posted): string[] {
  const { words = 1, with: beside, answers = 0 } = asked;
  const there = beside === 'recording' ? posted.recordings : posted.files + posted.recordings;
  return [
    ...(posted.words === 0
      ? ['Nothing of yours stands on the open floor yet.']
      : posted.words < words
        ? [`Your post has ${posted.words} of the ${words} words that are asked for.`]
        : []),
    ...(beside !== undefined && posted.words > 0 && there === 0
      ? [`Your post should have a ${beside} beside it.`]
      : []),
    ...(posted.answered >= answers
      ? []
      : answers === 1
        ? ['You have answered nobody else yet.']
        : [`You answered ${posted.answered} of the ${answers} others that are asked for.`])
  ];
}
