/** Why what is being written is not kept by itself. */
export const UNFINISHED_REFUSALS = ['kept-elsewhere'] as const;
export type UnfinishedRefusal = (typeof UNFINISHED_REFUSALS)[number];

/** What happened, and what to do. */
export const unfinishedRefusalWords = (why: UnfinishedRefusal): string => WORDS[why];

const WORDS: Record<UnfinishedRefusal, string> = {
  'kept-elsewhere': 'You have written on this in another window since. Nothing of this one is kept until you say which.'
};
