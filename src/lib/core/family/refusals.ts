/** Why something about families and supporters is not done. */
export const FAMILY_REFUSALS = [
  'invited-already',
  'too-many-guardians',
  'summary-invitation-over',
  'no-such-account',
  'supports-already',
  'being-made',
  'invites-often',
  'asked-often'
] as const;
export type FamilyRefusal = (typeof FAMILY_REFUSALS)[number];

/** The same in words. */
export const familyRefusalWords = (why: FamilyRefusal): string => WORDS[why];
const WORDS: Record<FamilyRefusal, string> = {
  'invited-already': 'That address was invited already, or gets the summary. Nothing was sent twice.',
  'too-many-guardians': 'Six addresses are the most. End one of them first.',
  'summary-invitation-over': 'This invitation is over, was used, or was ended. Ask for a new one.',
  'no-such-account': 'There is no such account.',
  'supports-already': 'They support this student already.',
  'being-made': 'It is being made already. You are told when it is there.',
  'invites-often': 'You have invited many addresses today. Nothing was sent: go on tomorrow.',
  'asked-often': 'It was put together three times today already. Ask again tomorrow.'
};
