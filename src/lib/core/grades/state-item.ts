import type { Way } from '../judging/ways';
import type { GradeItem } from './items';
import type { GradeState } from './state';

/** Came to rest with something for the grade: an excuse brings nothing. */
const CAME: ReadonlySet<GradeState> = new Set(['returned', 'in-person', 'declared']);
/** Nothing is there although it was due. */
const ABSENT: ReadonlySet<GradeState> = new Set(['overdue', 'gone', 'closed']);

/**
 * What an assignment brings to a grade, by where its work stands: the one rule for a student's own line and for a cell of the class.
 *
 * @param given `possible`: the points that it gives, null where it is judged without; `earned`: after lateness
 */
export function itemOf(
  given: Pick<GradeItem, 'id' | 'title' | 'due' | 'possible' | 'earned'> & { state: GradeState; settles: Way }
): GradeItem {
  const { id, title, due, possible, earned, state, settles } = given;
  const undone = settles === 'pass-or-again' && state === 'again' ? false : null;
  return {
    id,
    title,
    possible,
    earned: possible === null ? null : earned,
    passed: possible !== null ? null : CAME.has(state) ? true : undone,
    excused: state === 'excused',
    absent: ABSENT.has(state),
    due
  };
}
