import type { Moment } from '../time/moment';
import type { GradeLine } from './line';

/** Where an assignment is on its way to a result, as its student asks: is a blank unmarked, missing, or still to come? */
export const GRADE_STATES = [
  'again',
  'gone',
  'overdue',
  'returned',
  'in-person',
  'waiting',
  'due',
  'undated',
  'not-open',
  'declared',
  'excused',
  'closed'
] as const;
export type GradeState = (typeof GRADE_STATES)[number];

/** The state of one line. Each line has exactly one. */
export function gradeState(
  line: Pick<GradeLine, 'standing' | 'settledBy' | 'holder' | 'opens' | 'due' | 'at'>,
  now: Moment
): GradeState {
  if (line.standing === 'settled') return SETTLED[line.settledBy ?? 'result'];
  if (line.standing === 'closed') return 'closed';
  if (line.holder === 'teacher') return 'waiting';
  if (line.standing === 'another-round' && line.at?.moved !== 'on') return 'again';
  if (line.standing === 'taken-back') return 'gone';
  if (line.opens !== null && line.opens > now) return 'not-open';
  if (line.due === null) return 'undated';
  return line.due < now ? 'overdue' : 'due';
}

const SETTLED = {
  result: 'returned',
  passed: 'returned',
  stages: 'returned',
  credits: 'returned',
  'looked-at': 'returned',
  declared: 'declared',
  excused: 'excused',
  'in-person': 'in-person'
} as const;

/** What is said of a state. */
export const stateWords = (state: GradeState): string => WORDS[state];

/** What is said of one line; of what came back without a result also how it settled: "Came back, passed". */
export function gradeWords(line: GradeLine, now: Moment): string {
  const state = gradeState(line, now);
  if (state === 'again' && line.lacksInPerson) return 'Handed over in person: to be done again';
  const stage = line.at && line.standing !== 'settled' ? `, at “${line.at.title}”` : '';
  const how = HOW[line.settledBy ?? 'result'];
  return `${stateWords(state)}${stage}${state === 'returned' && how ? `, ${how}` : ''}`;
}
const HOW: Partial<Record<NonNullable<GradeLine['settledBy']>, string>> = {
  passed: 'passed',
  'looked-at': 'looked at',
  stages: 'through all its stages',
  credits: 'credits granted'
};

const WORDS: Record<GradeState, string> = {
  again: 'Came back: do it again',
  gone: 'Taken back: your teacher has nothing',
  overdue: 'Overdue, nothing there yet',
  returned: 'Came back',
  'in-person': 'Handed over in person: fine',
  waiting: 'With your teacher',
  due: 'Not due yet',
  undated: 'With you, at your own pace',
  'not-open': 'Not open yet',
  declared: 'Declared done',
  excused: 'Excused',
  closed: 'Closed: nothing was submitted'
};

/** Whether it waits for the student to act. */
export const needsStudent = (state: GradeState): boolean =>
  state === 'again' || state === 'gone' || state === 'overdue';
