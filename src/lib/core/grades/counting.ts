import type { Counts } from '../packets/terms';
import type { Moment } from '../time/moment';
import { countedPoints } from './points';

/** A returned mark, as it may count. */
export interface CountableMark {
  round: number | null;
  points: number | null;
  /** The fraction of the points that lateness leaves. */
  kept: number;
  at: Moment;
}

/**
 * The returned mark that gives an assignment its result: of the latest round that was returned, of the best one, or of the
 * one that the student nominated. Where none of them can be told apart by the rule, the latest counts.
 *
 * @param marks what was returned, in any order; a corrected mark comes after the one that it corrects
 */
export function countingMark<M extends CountableMark>(
  marks: readonly M[],
  counts: Counts,
  nominated: number | null
): M | null {
  const standing = latestOfEach(marks);
  if (counts === 'nominated') {
    const chosen = standing.find(({ round }) => round !== null && round === nominated);
    if (chosen) return chosen;
  }
  if (counts === 'best') {
    const judged = standing.filter(({ points }) => points !== null);
    if (judged.length > 0) return judged.reduce((best, mark) => (worth(mark) > worth(best) ? mark : best));
  }
  return standing[0] ?? null;
}

/** Of each round the last word on it, the latest first. */
function latestOfEach<M extends CountableMark>(marks: readonly M[]): M[] {
  const seen = new Set<number | null>();
  return [...marks].sort((a, b) => b.at - a.at).filter(({ round }) => !seen.has(round) && seen.add(round));
}

const worth = ({ points, kept }: CountableMark) => countedPoints(points ?? 0, kept);
