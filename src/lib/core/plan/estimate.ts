import type { DeskLine } from '../packets/desk';
import { minutesLeft } from './work-left';

/** How long somebody sat at work that is done, against what it was said to take. */
export interface PastWork {
  course: string;
  /** Minutes that it was said to take. */
  said: number;
  /** Minutes that they sat at it. */
  sat: number;
}

/** What an estimate rests on. */
export type EstimateFrom = 'own' | 'learnt' | 'teacher' | 'usual';

export interface Estimate {
  /** Minutes for all of it. */
  whole: number;
  /** Minutes that are still to be done. */
  left: number;
  from: EstimateFrom;
}

/** So many works of a kind tell a habit. */
const HABIT = 3;

/**
 * How long an assignment takes this student, and what of it is left: their own word; else what their own work of that course took
 * against what it was said to take; else the teacher's word; else an evening's sitting.
 *
 * @param own  minutes that the student said; null where they did not
 * @param sat  minutes that they have sat at it, as far as that was told
 */
export function estimate(
  line: DeskLine & { unwritten?: number },
  own: number | null,
  past: readonly PastWork[],
  sat: number
): Estimate {
  const factor = habit(past, line.course.slug);
  const said = line.expectedMinutes;
  const learnt = said !== null && factor !== null ? Math.round(said * factor) : null;
  const from: EstimateFrom = own !== null ? 'own' : learnt !== null ? 'learnt' : said !== null ? 'teacher' : 'usual';
  const chosen = own ?? learnt ?? said;
  const byPlaces = minutesLeft({ ...line, expectedMinutes: chosen });
  const whole = chosen ?? minutesLeft({ ...line, expectedMinutes: null, asked: 0, answered: null, unwritten: 0 });
  // Who sat at it for an hour has an hour less to go, whatever lies in its places; a tenth always remains.
  return { whole, left: Math.max(Math.round(whole / 10), Math.min(byPlaces, whole - sat)), from };
}

/** The middle of how much longer or shorter work took than was said; null before there is a habit. A course's own comes first. */
export function habit(past: readonly PastWork[], course: string): number | null {
  const ratios = (works: readonly PastWork[]) =>
    works.filter(({ said, sat }) => said > 0 && sat > 0).map(({ said, sat }) => sat / said);
  const own = ratios(past.filter((work) => work.course === course));
  const all = own.length >= HABIT ? own : ratios(past);
  if (all.length < HABIT) return null;
  const sorted = [...all].sort((a, b) => a - b);
  // One evening with the clock left running is not a habit.
  return Math.min(4, Math.max(0.25, sorted[Math.floor(sorted.length / 2)] ?? 1));
}

/** What an estimate rests on, in words. */
export const estimateWords = (from: EstimateFrom): string => WORDS[from];
const WORDS: Record<EstimateFrom, string> = {
  own: 'as you said',
  learnt: 'from how long your own work in this course took',
  teacher: 'as your teacher said',
  usual: 'nobody said: an evening’s sitting'
};
