import type { CourseHead } from '../courses/views';
import type { Moment } from '../time/moment';
import type { Override } from './course-grade';
import type { GradeLine } from './line';
import type { Lost } from './lost';
import type { Scheme } from './scheme';
import type { Spread } from './spread';

/** All that a student's grade in one course rests on. */
export interface CourseGradeView {
  course: CourseHead;
  scheme: Scheme;
  /** The teachers wrote the scheme; otherwise it is the usual one. */
  own: boolean;
  override: Override | null;
  lines: GradeLine[];
  lost: Lost[];
  /** How results are spread in the class; empty where the teacher does not show it, or too few are there. */
  spreads: Spread[];
  now: Moment;
}
