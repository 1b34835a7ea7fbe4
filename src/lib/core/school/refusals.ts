import { ROSTER_FILES } from './roster-files';

/** Why the school's own affairs are refused: accounts, courses, rosters, passwords. */
export const SCHOOL_REFUSALS = [
  'handle-taken',
  'last-office',
  'nobody-of-that-name',
  'office-named-so',
  'address-taken',
  'no-roster-file',
  'roster-unreadable',
  'wrong-password',
  'too-many-passwords',
  'link-used'
] as const;
export type SchoolRefusal = (typeof SCHOOL_REFUSALS)[number];

/** What happened, and what to do. */
export const schoolRefusalWords = (why: SchoolRefusal): string => WORDS[why];

const WORDS: Record<SchoolRefusal, string> = {
  'handle-taken': 'Somebody has that account name already. Choose another one. Nothing was changed.',
  'last-office': 'This is the only account of the office. Give the office to somebody else first.',
  'nobody-of-that-name': 'Nobody has the account name that you wrote. Nothing was changed.',
  'office-named-so': 'There is an office of that name already. Give this one another.',
  'address-taken': 'Another course has that address. Give it a different one.',
  'no-roster-file': `Choose at least one of ${ROSTER_FILES.map((file) => `${file}.csv`).join(', ')}.`,
  'roster-unreadable': 'One of these could not be read as CSV, or is longer than any school’s. Nothing was changed.',
  'wrong-password': 'That is not your present password. Nothing was changed.',
  'too-many-passwords': 'Too many tries for now. Wait a quarter of an hour, then try again.',
  'link-used': 'This link does not work any more. Ask for a new one.'
};
