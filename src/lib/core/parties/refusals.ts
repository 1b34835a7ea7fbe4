/** Why something about a party is not done. */
export const PARTY_REFUSALS = [
  'has-submitted-alone',
  'party-has-submitted',
  'party-full',
  'choosing-over',
  'cannot-be-drawn',
  'in-a-party-already',
  'too-few-for-a-party',
  'not-studying-here'
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
  'not-studying-here': 'Somebody of them does not study in this course any more. Read the page again.'
};
