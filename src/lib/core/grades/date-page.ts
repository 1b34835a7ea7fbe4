import { DAY, type Moment } from '../time/moment';
import { arranged } from './arrange';
import type { GradeLine } from './line';

/** A stretch of all rows by their due moments. */
export interface DatePage {
  lines: GradeLine[];
  /** Where the stretches before and after it begin; null where there is none. */
  earlier: number | null;
  later: number | null;
}

const ON_A_PAGE = 60;
/** Without a place to begin, what was due so lately stands first: it may just have come back. */
const LATELY = 14 * DAY;

/**
 * All rows of all courses by due moment, what has none at the end, a stretch at a time.
 *
 * @param from index of the first row; null to begin lately
 */
export function datePage(lines: readonly GradeLine[], from: number | null, now: Moment): DatePage {
  const sorted = arranged(lines, 'date', now);
  const lately = sorted.findIndex(({ due }) => due === null || due >= now - LATELY);
  const last = Math.max(0, sorted.length - 1);
  const first = Math.min(from ?? (lately < 0 ? Math.max(0, sorted.length - ON_A_PAGE) : lately), last);
  const end = first + ON_A_PAGE;
  return {
    lines: sorted.slice(first, end),
    earlier: first > 0 ? Math.max(0, first - ON_A_PAGE) : null,
    later: end < sorted.length ? end : null
  };
}
