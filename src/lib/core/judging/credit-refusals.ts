/** Why what is said to claimed credits cannot be kept. */
export const CREDIT_REFUSALS = [
  'grants-nothing',
  'refused-with-credits',
  'partly-is-less',
  'credit-unexplained',
  'no-such-activity'
] as const;
export type CreditRefusal = (typeof CREDIT_REFUSALS)[number];

export const creditRefusalWords = (why: CreditRefusal): string => WORDS[why];

const WORDS: Record<CreditRefusal, string> = {
  'grants-nothing': 'Say how much is granted, or ask about it, or refuse it.',
  'refused-with-credits': 'What is refused or asked about grants nothing yet. Take the number away, or grant it.',
  'partly-is-less': 'Partly granted is less than what is claimed. Grant it whole, or write less.',
  'credit-unexplained': 'Say why: the student reads it beside the activity.',
  'no-such-activity': 'An activity is not in the round that you have before you. Look at the round that stands now.'
};
