import type { BoardCell, BoardColumn } from './board';
import type { GradeItem } from './items';
import { itemOf } from './state-item';

/** What a cell of a class's board brings to its student's grade: the same as the student's own line does. */
export const cellItem = (column: BoardColumn, { state, points }: BoardCell): GradeItem =>
  itemOf({ ...column, possible: column.points, earned: points, state });
