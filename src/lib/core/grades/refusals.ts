/** Why something about a course's grades is not done. */
export const GRADE_REFUSALS = [
  'not-on-the-scale',
  'override-without-reason',
  'not-in-this-course',
  'no-results-to-send',
  'results-answered',
  'scale-named-so'
] as const;
export type GradeRefusal = (typeof GRADE_REFUSALS)[number];

/** The same for the teacher, or the office. */
export const gradeRefusalWords = (why: GradeRefusal): string => WORDS[why];
const WORDS: Record<GradeRefusal, string> = {
  'not-on-the-scale': 'The scale of this course has no such result. Write one that it has.',
  'override-without-reason': 'Say why the result is other than what it adds up to: the student reads it.',
  'not-in-this-course': 'Nobody of that name studies in this course any more. Nothing was changed.',
  'no-results-to-send': 'Nobody has a result yet, so there is nothing to send.',
  'results-answered': 'These results were answered already. Read the page again.',
  'scale-named-so': 'The school has a scale of that name already. Change that one, or give this one another name.'
};
