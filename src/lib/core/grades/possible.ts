import type { Decimal } from '../decimal';
import type { GradeItem } from './items';
import { courseGrade, type CourseGrade, type GradeMade } from './course-grade';
import { atLeast } from './scales';
import type { Scheme } from './scheme';

/** Something whose result may still come, or change. */
export interface StillOpen {
  id: string;
  title: string;
  /** `open`: still to be submitted. `waiting`: with the teacher. `repair`: it came back, and another round could bring more. */
  kind: 'open' | 'waiting' | 'repair';
  /** What it brings at least and at most, in points; of what has no points 0 is not passed and 1 passed. */
  low: number;
  high: number;
  /** The most that it brings if it is submitted one day later; null where that changes nothing. */
  highTomorrow: number | null;
  /** Whether it counts points, or only passes. */
  points: boolean;
  minutesLeft: number;
}

/** What somebody supposes of results that are not there: points, or 1 and 0 for passed and not. */
export type Supposed = ReadonlyMap<string, number>;

/** A grade as it would be if what is supposed came true. Nothing is kept of it. */
export function supposing(scheme: Scheme, made: GradeMade, supposed: Supposed): CourseGrade {
  return courseGrade(scheme, { ...made, items: made.items.map((item) => withSupposed(item, supposed.get(item.id))) });
}

function withSupposed(item: GradeItem, value: number | undefined): GradeItem {
  if (value === undefined) return item;
  const result = item.possible === null ? { passed: value >= 1 } : { earned: value };
  return { ...item, ...result, absent: false };
}

/** The lowest and the highest final result from here: everything that is open at its least, and at its most. */
export function bounds(
  scheme: Scheme,
  made: GradeMade,
  open: readonly StillOpen[]
): { lowest: CourseGrade; highest: CourseGrade } {
  return {
    lowest: supposing(
      scheme,
      made,
      all(open, ({ low }) => low)
    ),
    highest: supposing(
      scheme,
      made,
      all(open, ({ high }) => high)
    )
  };
}

const all = (open: readonly StillOpen[], value: (one: StillOpen) => number): Map<string, number> =>
  new Map(open.map((one) => [one.id, value(one)]));

/** What a wish takes. */
export type Needed =
  | { kind: 'certain' }
  | { kind: 'out-of-reach'; highest: CourseGrade }
  | {
      kind: 'needs';
      evenly: number;
      alone: Array<{ id: string; title: string; points: boolean; needs: number | null; of: number }>;
    };

/**
 * What is needed on the rest to reach a wish: the same share of each, in whole percent; and of each alone, where all others come out
 * at what the course has been so far. A better mark never lowers a grade, so that the least that is enough is found by halving.
 *
 * @param wish  a figure on the course's scale (`wished`)
 */
export function needed(scheme: Scheme, made: GradeMade, open: readonly StillOpen[], wish: Decimal): Needed {
  const reaches = (supposed: Supposed) => {
    const { result } = supposing(scheme, made, supposed);
    return result !== null && atLeast(result.figure, wish, scheme.scale);
  };
  const { highest } = bounds(scheme, made, open);
  if (!reaches(all(open, ({ high }) => high))) return { kind: 'out-of-reach', highest };
  if (reaches(all(open, ({ low }) => low))) return { kind: 'certain' };
  const evenly = least(100, (percent) => reaches(all(open, (one) => atShare(one, percent / 100))));
  const usual = usualShare(scheme, made);
  const alone = open.map((one) => {
    const others = all(open, (other) => atShare(other, usual));
    const [top, step] = one.points ? [Math.ceil(one.high / STEP), STEP] : [1, 1];
    const enough = (n: number) => reaches(new Map([...others, [one.id, Math.min(one.high, n * step)]]));
    const needs = enough(top) ? Math.min(one.high, least(top, enough) * step) : null;
    return { id: one.id, title: one.title, points: one.points, needs, of: one.high };
  });
  return { kind: 'needs', evenly: evenly, alone };
}

/** Points are sought to halves. */
const STEP = 0.5;

/** The least whole number up to `top` that is enough, where everything beyond an enough one is enough too. */
function least(top: number, enough: (n: number) => boolean): number {
  let [low, high] = [0, top];
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (enough(middle)) high = middle;
    else low = middle + 1;
  }
  return high;
}

/** So much of the way from its least to its most; of what only passes, passed from a half on. */
function atShare({ low, high, points }: StillOpen, share: number): number {
  if (!points) return share >= 0.5 ? high : low;
  return Math.max(low, Math.min(high, Math.round(high * share * 100) / 100));
}

/** What the course has been so far, as a share; everything while there is nothing. */
function usualShare(scheme: Scheme, made: GradeMade): number {
  const { percent } = courseGrade(scheme, made);
  return percent === null ? 1 : Math.min(1, percent.div(100).toNumber());
}

/** How far one thing moves the final result, with all others as the course has been. In percent, before rounding. */
export interface Moves {
  id: string;
  title: string;
  kind: StillOpen['kind'];
  /** From its least to its most. */
  gain: number;
  /** The same for each hour of work that is left on it; null where no work is. */
  perHour: number | null;
  /** What one more day of lateness takes; 0 where it takes nothing. */
  dayCosts: number;
}

/** What moves the result most for an hour of work, the most first. What only waits for its teacher stands last. */
export function movers(scheme: Scheme, made: GradeMade, open: readonly StillOpen[]): Moves[] {
  const usual = usualShare(scheme, made);
  const others = all(open, (one) => atShare(one, usual));
  const at = (id: string, value: number) =>
    supposing(scheme, made, new Map([...others, [id, value]])).percent?.toNumber() ?? 0;
  const moves = open.map((one): Moves => {
    const top = at(one.id, one.high);
    const gain = tidy(top - at(one.id, one.low));
    const perHour = one.kind === 'waiting' || one.minutesLeft <= 0 ? null : tidy((gain * 60) / one.minutesLeft);
    const dayCosts = one.highTomorrow === null ? 0 : tidy(top - at(one.id, one.highTomorrow));
    return { id: one.id, title: one.title, kind: one.kind, gain, perHour, dayCosts };
  });
  return moves.sort((a, b) => (b.perHour ?? -1) - (a.perHour ?? -1) || b.gain - a.gain || (a.id < b.id ? -1 : 1));
}

const tidy = (percent: number) => Math.round(percent * 100) / 100;
