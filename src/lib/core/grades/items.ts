import { Decimal } from '../decimal';
import type { Moment } from '../time/moment';
import type { Place } from './scheme';

/** What came of one assignment for one student, as a grade is made of it. */
export interface GradeItem {
  id: string;
  title: string;
  /** Points that it gives; null where it gives none. */
  possible: number | null;
  /** Points after lateness; null while there are none. */
  earned: number | null;
  /** Passed or not, where it is judged so; null while that is open. */
  passed: boolean | null;
  /** Takes no part: excused. */
  excused: boolean;
  /** Nothing is there although it was due, or it closed without anything. */
  absent: boolean;
  due: Moment | null;
}

/** What an item brings to its category: so much, of so much. */
export interface Worth {
  earned: Decimal;
  of: Decimal;
  /** Adds, and takes nothing. */
  extra: boolean;
}

/**
 * What an item is worth in a category, by how the category adds up: its points, its part of one, its part of its weight, or passed
 * as one and not passed as nothing.
 *
 * @param zero it is not there and counts as nothing by now
 * @returns null while there is no result, or where it has none of the kind that the category counts
 */
export function worthOf(
  { possible, earned, passed }: Pick<GradeItem, 'possible' | 'earned' | 'passed'>,
  { extra, weight }: Pick<Place, 'extra' | 'weight'>,
  inside: 'points' | 'alike' | 'shares' | 'passes',
  zero: boolean
): Worth | null {
  // The points themselves need no division; a year of work is added up at every look.
  if (inside === 'points' && possible !== null && (zero || earned !== null))
    return worth(zero ? 0 : (earned ?? 0), possible, extra);
  const share = shareOf({ possible, earned, passed }, zero);
  if (share === null) return null;
  if (inside === 'passes') return passed === null && !zero ? null : worth(share.gte(1) ? 1 : 0, 1, extra);
  if (inside === 'alike') return worth(share, 1, extra);
  if (inside === 'shares') return weight === null ? null : worth(share.mul(weight), weight, extra);
  return possible === null ? null : worth(share.mul(possible), possible, extra);
}

const worth = (earned: Decimal | number, of: Decimal | number, extra: boolean): Worth => ({
  earned: new Decimal(earned),
  of: new Decimal(extra ? 0 : of),
  extra
});

/** What part of everything an item brought: 0 to 1, and beyond where more points were given than there are. */
export function shareOf(
  { possible, earned, passed }: Pick<GradeItem, 'possible' | 'earned' | 'passed'>,
  zero: boolean
): Decimal | null {
  if (zero) return new Decimal(0);
  if (earned !== null && possible !== null && possible > 0) return new Decimal(earned).div(possible);
  return passed === null ? null : new Decimal(passed ? 1 : 0);
}
