import { Decimal } from '../decimal';
import { mostPoints, type Criterion, type Level } from '../assignments/rubric';

/** A row of the rubric as it was judged: at a level, with other points than the level's where it lies between two. */
export interface JudgedRow {
  criterion: Criterion;
  level: Level;
  points: number | null;
}

/** What the rows add up to, without the rounding of binary fractions. */
export function rubricSum(rows: ReadonlyArray<Pick<JudgedRow, 'level' | 'points'>>): number {
  return rows.reduce((sum, { level, points }) => sum.plus(points ?? level.points), new Decimal(0)).toNumber();
}

/**
 * What a rubric adds up to as somebody fills it in.
 *
 * @param levels  the id of the level of each row, in their order; empty where none is chosen yet
 * @param between points of each row as they are written, where they lie between two levels
 * @returns null while a row is missing, or cannot be read
 */
export function wholeSum(
  criteria: readonly Criterion[],
  levels: readonly string[],
  between: readonly string[]
): number | null {
  const rows = criteria.flatMap(({ levels: own }, i) => {
    const level = own.find(({ id }) => id === levels[i]);
    const written = (between[i] ?? '').trim();
    return level ? [{ level, points: written === '' ? null : Number(written.replace(',', '.')) }] : [];
  });
  const readable = rows.every(({ points }) => points === null || Number.isFinite(points));
  return rows.length === criteria.length && rows.length > 0 && readable ? rubricSum(rows) : null;
}

/**
 * Whether points are other than what the rubric says.
 *
 * @returns `beyond`: a row has more than its best level gives; `differs`: every row was judged, and they add up to something else;
 *   null where the points are the rubric's, or the rubric says nothing yet
 */
export function otherThanRubric(
  criteria: readonly Criterion[],
  rows: readonly JudgedRow[],
  points: number | null
): 'beyond' | 'differs' | null {
  if (rows.some(({ criterion, points: own }) => own !== null && own > mostPoints(criterion))) return 'beyond';
  if (points === null || rows.length < criteria.length) return null;
  return rubricSum(rows) === points ? null : 'differs';
}
