import type { DeskCourse } from '../packets/desk';
import type { Moment } from '../time/moment';
import type { GradeLine } from './line';
import { gradeState, needsStudent } from './state';

/** A student's work in one course, in the order of its outline. */
export interface CourseGrades {
  course: DeskCourse;
  lines: GradeLine[];
  /** How many of them wait for the student to act, and how many came back settled. */
  needs: number;
  returned: number;
}

/** Lines by their courses, in the order in which the courses come. */
export function byCourse(lines: readonly GradeLine[], now: Moment): CourseGrades[] {
  const courses = new Map<string, CourseGrades>();
  for (const line of lines) {
    const known = courses.get(line.course.slug) ?? { course: line.course, lines: [], needs: 0, returned: 0 };
    const state = gradeState(line, now);
    known.lines.push(line);
    if (needsStudent(state)) known.needs++;
    if (state === 'returned') known.returned++;
    courses.set(line.course.slug, known);
  }
  return [...courses.values()];
}

/** "1 asks something of you, 4 came back, 9 in all." */
export function courseSummary({ lines, needs, returned }: CourseGrades): string {
  const asks = needs === 0 ? [] : [`${needs} ${needs === 1 ? 'asks' : 'ask'} something of you`];
  const back = returned === 0 ? [] : [`${returned} came back`];
  return `${[...asks, ...back, `${lines.length} in all`].join(', ')}.`;
}
