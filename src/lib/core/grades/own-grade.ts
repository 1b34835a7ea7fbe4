import type { Moment } from '../time/moment';
import { courseGrade, type Beside, type CourseGrade, type GradeMade, type Override } from './course-grade';
import { gradeItem, stillOpen } from './grade-item';
import type { GradeLine } from './line';
import type { StillOpen } from './possible';
import type { Scheme } from './scheme';

/** What a student's lines of one course make of its grade, and what of it may still come. */
export interface OwnGrade {
  made: GradeMade;
  grade: CourseGrade;
  open: StillOpen[];
}

/** What a course adds up to for a student, in short. */
export interface CourseResult {
  result: string | null;
  /** The lowest and the highest that is still possible, where something is open. */
  range: [string, string] | null;
  /** The shares of the grade that its assignments name are what counts. */
  weighs: boolean;
}

/**
 * A student's grade in a course out of their lines in it.
 *
 * @param zone the course's
 */
export function ownGrade(
  scheme: Scheme,
  lines: readonly GradeLine[],
  override: Override | null,
  now: Moment,
  zone: string
): OwnGrade {
  const made: GradeMade = {
    items: lines.map((line) => gradeItem(line, now)),
    override,
    beside: besideOf(lines),
    now,
    zone
  };
  return { made, grade: courseGrade(scheme, made), open: lines.flatMap((line) => stillOpen(line, now) ?? []) };
}

/** What counts beside points: credits over all that grant any, and stages over all that pass some. */
function besideOf(lines: readonly GradeLine[]): Beside {
  const credits = lines.flatMap((line) => line.credits ?? []);
  const staged = lines.filter(
    ({ stages, standing, settledBy }) => stages.length > 0 && !(standing === 'settled' && settledBy === 'excused')
  );
  return {
    credits:
      credits.length === 0
        ? null
        : { granted: total(credits.map((c) => c.granted)), target: total(credits.map((c) => c.target)) },
    stages:
      staged.length === 0
        ? null
        : { through: total(staged.map(stagesThrough)), of: total(staged.map(({ stages }) => stages.length)) }
  };
}

function stagesThrough({ standing, stages, at }: GradeLine): number {
  return standing === 'settled' ? stages.length : Math.max(0, stages.indexOf(at?.title ?? ''));
}

const total = (numbers: readonly number[]) => numbers.reduce((sum, n) => sum + n, 0);
