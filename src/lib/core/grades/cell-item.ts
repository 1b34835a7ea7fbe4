import type { BoardCell, BoardColumn } from './board';
import type { GradeItem } from './items';

/** What a cell of a class's board brings to its student's grade: the same as the student's own line does. */
export function cellItem(
  { id, title, points: possible, due, settles }: BoardColumn,
  { state, points }: BoardCell
): GradeItem {
  const came = state === 'returned' || state === 'in-person' || state === 'declared';
  const open = settles === 'pass-or-again' && state === 'again' ? false : null;
  return {
    id,
    title,
    possible,
    earned: possible === null ? null : points,
    passed: possible !== null ? null : came ? true : open,
    excused: state === 'excused',
    absent: state === 'overdue' || state === 'gone' || state === 'closed',
    due
  };
}
