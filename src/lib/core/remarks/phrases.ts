/** A remark that a teacher writes again and again. */
export interface Phrase {
  id: string;
  body: string;
}
export const LONGEST_PHRASE = 2000;
export const MOST_PHRASES = 500;

/** What stands in a phrase for the student's first name, and for the row of the rubric. */
export const STUDENT = '{student}';
export const ROW = '{row}';

/** A phrase with what it leaves open filled in. Where no row is chosen, what speaks of one says "this". */
export const filledPhrase = (body: string, { student, row }: { student: string; row: string | null }): string =>
  body.replaceAll(STUDENT, student.split(' ')[0] ?? student).replaceAll(ROW, row ?? 'this');

/** A remark as a phrase: the student's name stands open again. */
export const asPhrase = (body: string, student: string): string => {
  const [first = ''] = student.split(' ');
  return first.length < 2 ? body : body.replace(new RegExp(`(?<!\\p{L})${escaped(first)}(?!\\p{L})`, 'gu'), STUDENT);
};
const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** Phrases in which all words that are looked for stand or begin, those that begin with them first. */
export function matching(phrases: readonly Phrase[], sought: string): Phrase[] {
  const words = sought.toLowerCase().split(/\s+/).filter(Boolean);
  const found = phrases.filter(({ body }) => words.every((word) => body.toLowerCase().includes(word)));
  const begins = ({ body }: Phrase) => body.toLowerCase().startsWith(sought.trim().toLowerCase());
  return [...found.filter(begins), ...found.filter((phrase) => !begins(phrase))];
}
