import type { Moment } from '../time/moment';
import { courseGrade, type GradeMade } from './course-grade';
import type { Scheme } from './scheme';

/** The course's result after a return. */
export interface GradePoint {
  at: Moment;
  /** What came back then. */
  title: string;
  /** Percent, before it is said on the scale. */
  percent: number;
}

/**
 * How a course's result came to be: what it was after each return, by the scheme as it is now. What was absent counts from when it
 * began to.
 *
 * @param returned when each assignment came back, by id; what is not named has not
 */
export function gradeOverTime(scheme: Scheme, made: GradeMade, returned: ReadonlyMap<string, Moment>): GradePoint[] {
  const moments = [...returned].sort(([a, at], [b, then]) => at - then || (a < b ? -1 : 1));
  return moments.flatMap(([id, at]): GradePoint[] => {
    const items = made.items.map((item) => {
      const came = returned.get(item.id);
      return came === undefined || came <= at
        ? item
        : { ...item, earned: null, passed: null, excused: false, absent: false };
    });
    const { percent } = courseGrade(scheme, { ...made, items, now: at });
    const title = made.items.find((item) => item.id === id)?.title;
    return percent === null || title === undefined
      ? []
      : [{ at, title, percent: percent.toDecimalPlaces(2).toNumber() }];
  });
}
