/** Why something about a party is not done. */
export const PARTY_REFUSALS = [
  'has-submitted-alone',
  'party-has-submitted',
  'party-full',
  'choosing-over',
  'cannot-be-drawn',
  'in-a-party-already',
  'too-few-for-a-party',
  'not-studying-here',
  'part-is-taken',
  'part-is-empty',
  'part-is-finished',
  'too-many-parts',
  'nobody-free'
] as const;
export type PartyRefusal = (typeof PARTY_REFUSALS)[number];

/** The same for whoever did it. */
export const partyRefusalWords = (why: PartyRefusal): string => WORDS[why];
const WORDS: Record<PartyRefusal, string> = {
  'has-submitted-alone':
    'Somebody of them has submitted alone already, so that work stays theirs. Nothing was changed.',
  'party-has-submitted':
    'This party has submitted together: whoever is named on that stays in it. Nothing was changed.',
  'party-full': 'This party has as many people as it takes. Choose another one.',
  'choosing-over': 'The time for choosing is over. Ask your teacher.',
  'cannot-be-drawn': 'It cannot be done: too many must not be together. Let some of them, or draw larger parties.',
  'in-a-party-already': 'Somebody of them is in a party already. Let them leave it first.',
  'too-few-for-a-party': 'A party has at least one person. Choose whom it is for.',
  'not-studying-here': 'Somebody of them does not study in this course any more. Read the page again.',
  'part-is-taken': 'Somebody else has that part by now. Take another one, or add one of your own.',
  'part-is-empty': 'Nothing stands in your part yet, so it is not finished. Write in it first.',
  'part-is-finished': 'That part is finished. Go on with it first, then it can be changed.',
  'too-many-parts': 'This page has as many parts as a page can have.',
  'nobody-free': 'Nobody is left who could go into it: all have a party, or have submitted alone.'
};
