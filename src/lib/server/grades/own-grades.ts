import { arranged, type GradeOrder } from '$core/grades/arrange';
import { byCourse, courseSummary, type CourseGrades } from '$core/grades/by-course';
import { datePage, type DatePage } from '$core/grades/date-page';
import type { GradeLine } from '$core/grades/line';
import { standingResult } from '$core/grades/moves';
import { ownGrade, type CourseResult } from '$core/grades/own-grade';
import { bounds } from '$core/grades/possible';
import { usualScheme } from '$core/grades/scheme';
import type { DeskCourse } from '$core/packets/desk';
import type { Actor } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { readGrades } from '../lines/grades';
import { readSchemes, type CourseScheme } from './course-scheme';

/** Of each course so many rows stand on the page of all courses; the rest is on the course's own. */
const SHOWN = 15;

/** A course among a student's grades. */
export interface CourseOfGrades {
  course: DeskCourse;
  /** Of how many rows something is asked, how many came back, and how many there are. */
  summary: string;
  /** The first of them, in the order that was asked for. */
  lines: GradeLine[];
  total: number;
  sum: CourseResult;
}

/**
 * A student's grades over all their courses: the first rows of each, and what each adds up to; by date, a stretch of the rows of all. Two queries.
 *
 * @param from by date: the row with which to begin; null for what is due about now
 */
export async function readOwnGrades(
  person: Pick<Actor, 'id'>,
  order: GradeOrder = 'needs',
  from: number | null = null
): Promise<{ courses: CourseOfGrades[]; dates: DatePage | null; now: Moment }> {
  const [{ lines, now }, schemes] = await Promise.all([readGrades(person), readSchemes(person.id, null)]);
  const courses = byCourse(lines, now).map((grades): CourseOfGrades => ({
    course: grades.course,
    summary: courseSummary(grades),
    lines: order === 'date' ? [] : arranged(grades.lines, order, now).slice(0, SHOWN),
    total: grades.lines.length,
    sum: sumOf(person.id, grades, schemes.get(grades.course.slug) ?? NONE, now)
  }));
  return { courses, dates: order === 'date' ? datePage(lines, from, now) : null, now };
}

function sumOf(student: string, { course, lines }: CourseGrades, by: CourseScheme, now: Moment): CourseResult {
  const { scheme, own: written, overrides } = by;
  const weighs = !written && scheme.categories[0]?.inside === 'shares';
  const { made, grade, open } = ownGrade(scheme, lines, overrides.get(student) ?? null, now, course.zone);
  const result = standingResult(grade);
  if (open.length === 0 || grade.override) return { result, range: null, weighs };
  const { lowest, highest } = bounds(scheme, made, open);
  const [low, high] = [lowest.result?.text, highest.result?.text];
  return { result, range: low && high ? [low, high] : null, weighs };
}

const NONE: CourseScheme = { scheme: usualScheme([]), own: false, spreadShown: false, overrides: new Map() };
