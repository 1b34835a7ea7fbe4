import { compareMoments, type Moment } from '../time/moment';
import type { GradeLine } from './line';
import { gradeState, needsStudent } from './state';

/** In which order a student reads their rows. */
export const GRADE_ORDERS = ['needs', 'outline', 'date'] as const;
export type GradeOrder = (typeof GRADE_ORDERS)[number];
export const GRADE_ORDER_WORDS: Record<GradeOrder, string> = {
  needs: 'What needs you first',
  outline: 'As in the course',
  date: 'By due date'
};

/** Rows of one course in an order; what is equal stays in the order of its outline. */
export function arranged(lines: readonly GradeLine[], order: GradeOrder, now: Moment): GradeLine[] {
  if (order === 'outline') return [...lines];
  const rank = (line: GradeLine) => (order === 'date' ? (line.due ?? Infinity) : rankOf(line, now));
  return [...lines].sort((a, b) => compareMoments(rank(a), rank(b)));
}

function rankOf(line: GradeLine, now: Moment): number {
  const state = gradeState(line, now);
  if (needsStudent(state)) return 0;
  if (line.unread) return 1;
  return state === 'due' ? 2 : 3;
}
