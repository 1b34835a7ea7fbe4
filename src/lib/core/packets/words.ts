import { settledWords } from '../judging/registry';
import type { Holding, SettledBy, Standing } from './custody';

/** Who holds it, and at which stage where it passes any. */
type Held = Pick<Holding, 'standing' | 'settledBy' | 'at'>;

/** Who holds the work, in words. The baton's text equivalent for the student. */
export function holdingWords({ standing, settledBy, at }: Held): string {
  if (standing === 'settled') return restWords(settledBy);
  if (at?.moved === 'on' && standing === 'another-round') return `With you: next comes “${at.title}”`;
  if (at?.moved === 'back' && standing === 'another-round') return `Back with you, to “${at.title}”`;
  const { office } = at ?? {};
  if (office && standing === 'submitted') return `With the ${office}`;
  return office && standing === 'revising' ? `With the ${office}, while you revise` : STANDING_WORDS[standing];
}

/** The same for the teacher, who reads "you" from the other side. */
export function holdingWordsForTeacher({ standing, settledBy, at }: Held): string {
  if (standing === 'settled') return restWords(settledBy);
  if (at?.moved && standing === 'another-round') return `With the student: “${at.title}” comes next`;
  const { office } = at ?? {};
  return office && (standing === 'submitted' || standing === 'revising')
    ? `With the ${office}`
    : TEACHER_WORDS[standing];
}

const STANDING_WORDS: Record<Exclude<Standing, 'settled'>, string> = {
  'not-started': 'With you: not started',
  'in-progress': 'With you: in progress',
  sealed: 'Sealed, still arriving',
  'taken-back': 'With you: your teacher has nothing',
  'another-round': 'Back with you: another round asked',
  submitted: 'With your teacher',
  revising: 'With your teacher, while you revise',
  closed: 'Closed: nothing was submitted'
};

const TEACHER_WORDS: Record<Exclude<Standing, 'settled'>, string> = {
  'not-started': 'With the student: nothing submitted yet',
  'in-progress': 'With the student: in progress',
  sealed: 'With the student: sealed, still arriving',
  'taken-back': 'With the student: taken back, you have nothing',
  'another-round': 'With the student: you asked for another round',
  submitted: 'With you',
  revising: 'With you, while the student revises',
  closed: 'Closed: nothing was submitted'
};

/** What settled it from outside of how it is judged. */
const FROM_OUTSIDE = { excused: 'Settled: excused', 'in-person': 'Settled: accepted in person' } as const;

function restWords(by: SettledBy | null): string {
  return by === 'excused' || by === 'in-person' ? FROM_OUTSIDE[by] : settledWords(by ?? 'result');
}
