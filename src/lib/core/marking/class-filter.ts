import type { ClassLine } from './views';

/** By what a teacher narrows the class: who holds the work, and who waits for a word. */
export const CLASS_FILTERS = ['all', 'teacher', 'office', 'student', 'closed', 'settled', 'asks', 'extended'] as const;
export type ClassFilter = (typeof CLASS_FILTERS)[number];

const WORDS: Record<ClassFilter, string> = {
  all: 'Everyone',
  teacher: 'With you',
  office: 'With an office',
  student: 'With the student',
  closed: 'Closed, nothing came',
  settled: 'Settled',
  asks: 'Wait for your word',
  extended: 'Extended'
};
export const classFilterWords = (filter: ClassFilter): string => WORDS[filter];

/** Who has it on the teachers' side: they, or the office of its stage. */
const holder = ({ holder, at }: ClassLine) => (holder === 'teacher' && at?.office ? 'office' : holder);

const HELD: Record<ClassFilter, (line: ClassLine) => boolean> = {
  all: () => true,
  teacher: (line) => holder(line) === 'teacher',
  office: (line) => holder(line) === 'office',
  student: ({ holder, standing }) => holder === 'student' && standing !== 'settled',
  closed: ({ holder, standing }) => holder === 'nobody' && standing !== 'settled',
  settled: ({ standing }) => standing === 'settled',
  asks: ({ askedBack, claim }) => askedBack || claim !== null,
  extended: ({ extended }) => extended
};

/** Whether a student of the class is shown by a filter. Nobody is both with the student, with the teacher, or settled. */
export const isInFilter = (line: ClassLine, filter: ClassFilter): boolean => HELD[filter](line);

/** The filters that show anybody, with how many. "Everyone" is always among them. */
export function filtersOf(lines: readonly ClassLine[]): Array<{ filter: ClassFilter; count: number }> {
  return CLASS_FILTERS.map((filter) => ({
    filter,
    count: lines.filter((line) => isInFilter(line, filter)).length
  })).filter(({ filter, count }) => filter === 'all' || count > 0);
}

/** The order in which holders stand when a class is sorted by them: what is with the teacher first. */
export const holderRank = ({ holder, standing }: Pick<ClassLine, 'holder' | 'standing'>): number =>
  holder === 'teacher' ? 0 : standing === 'settled' ? 2 : 1;
