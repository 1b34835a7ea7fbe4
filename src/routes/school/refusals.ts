import type { CourseRefusal } from '$server/school/courses';
import type { PersonRefusal } from '$server/school/people';

const WORDS: Record<PersonRefusal | CourseRefusal, string> = {
  'handle-taken': 'Somebody has that account name already. Choose another one. Nothing was changed.',
  'last-office': 'This is the only account of the office. Give the office to somebody else first.',
  'nobody-of-that-name': 'Nobody has the account name that you wrote for the teacher. Nothing was changed.'
};

/** Why something was refused, for the office. */
export const schoolRefusalWords = (why: PersonRefusal | CourseRefusal): string => WORDS[why];
