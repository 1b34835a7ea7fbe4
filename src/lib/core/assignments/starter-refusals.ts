/** Why a starter is not kept as it was sent. */
export const STARTER_REFUSALS = ['starter-elsewhere', 'starter-too-long', 'starter-unreadable'] as const;
export type StarterRefusal = (typeof STARTER_REFUSALS)[number];

export const starterRefusalWords = (why: StarterRefusal): string => WORDS[why];

const WORDS: Record<StarterRefusal, string> = {
  'starter-elsewhere':
    'Somebody else has changed this starter meanwhile. Yours still stands here: copy what you need of it, then read the page anew.',
  'starter-too-long': 'That is longer than a page can be. It still stands here: make it shorter.',
  'starter-unreadable':
    'That could not be read as a starter: two of its questions share a name, or a part of it is not closed. It still stands here.'
};
