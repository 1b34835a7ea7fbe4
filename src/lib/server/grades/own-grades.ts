import { byCourse } from '$core/grades/by-course';
import type { GradeLine } from '$core/grades/line';
import { standingResult } from '$core/grades/moves';
import { ownGrade, type CourseResult } from '$core/grades/own-grade';
import { bounds } from '$core/grades/possible';
import { usualScheme } from '$core/grades/scheme';
import type { Actor } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { readGrades } from '../lines/grades';
import { readSchemes, type CourseScheme } from './course-scheme';

/** A student's grades over all their courses: every row, and what each course adds up to. Two queries. */
export async function readOwnGrades(
  person: Pick<Actor, 'id'>
): Promise<{ lines: GradeLine[]; results: Record<string, CourseResult>; now: Moment }> {
  const [{ lines, now }, schemes] = await Promise.all([readGrades(person), readSchemes(person.id, null)]);
  const results = byCourse(lines, now).map(({ course, lines: own }): [string, CourseResult] => {
    const { scheme, own: written, overrides } = schemes.get(course.slug) ?? NONE;
    const weighs = !written && scheme.categories[0]?.inside === 'shares';
    const { made, grade, open } = ownGrade(scheme, own, overrides.get(person.id) ?? null, now, course.zone);
    if (open.length === 0 || grade.override)
      return [course.slug, { result: standingResult(grade), range: null, weighs }];
    const { lowest, highest } = bounds(scheme, made, open);
    const [low, high] = [lowest.result?.text, highest.result?.text];
    return [course.slug, { result: standingResult(grade), range: low && high ? [low, high] : null, weighs }];
  });
  return { lines, results: Object.fromEntries(results), now };
}

const NONE: CourseScheme = { scheme: usualScheme([]), own: false, spreadShown: false, overrides: new Map() };
