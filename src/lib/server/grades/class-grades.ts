import { unpackCells, type BoardColumn } from '$core/grades/board';
import { cellItem } from '$core/grades/cell-item';
import { courseGrade, type CourseGrade } from '$core/grades/course-grade';
import type { GradeItem } from '$core/grades/items';
import type { Scheme } from '$core/grades/scheme';
import type { Actor } from '$core/people/policy';
import type { CourseHead } from '$core/courses/views';
import type { Moment } from '$core/time/moment';
import { courseFor } from '../courses/course-head';
import { readBoard } from '../marking/board';
import { readScheme, type CourseScheme } from './course-scheme';

/** A class with what came of everything, and the scheme by which it counts. */
export interface ClassGrades extends CourseScheme {
  course: CourseHead;
  columns: BoardColumn[];
  rows: Array<{ id: string; name: string; cells: string }>;
  now: Moment;
}

/**
 * All results of a course as its teacher keeps them: the board, and the scheme. Four queries, whatever its size.
 *
 * @throws NotHere for whoever does not teach it
 */
export async function readClassGrades(person: Actor, course: string): Promise<ClassGrades> {
  const head = await courseFor(person, course, 'grade-course');
  const [scheme, board] = await Promise.all([readScheme(head.slug), readBoard(person, head.slug)]);
  return { ...scheme, course: head, columns: board.columns, rows: board.rows, now: board.now };
}

/** What each of a class brings to its grade. */
export const itemsOf = ({ columns }: Pick<ClassGrades, 'columns'>, cells: string): GradeItem[] =>
  unpackCells(cells).flatMap((cell, at) => {
    const column = columns[at];
    return column && cell ? [cellItem(column, cell)] : [];
  });

/** The grade of each of a class by a scheme: the course's own, or one that is tried. */
export function gradesBy(scheme: Scheme, whole: ClassGrades): Map<string, CourseGrade> {
  const { rows, overrides, now, course } = whole;
  return new Map(
    rows.map(({ id, cells }) => [
      id,
      courseGrade(scheme, { items: itemsOf(whole, cells), override: overrides.get(id) ?? null, now, zone: course.zone })
    ])
  );
}
