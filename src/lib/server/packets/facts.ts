import { z } from 'zod';
import type { Terms } from '$core/packets/terms';
import type { Moment } from '$core/time/moment';
import { ms } from '../db/connection';
import { ASSIGNMENT_SETTINGS } from '../db/tables/assignment-settings';

/** The columns of an assignment `a` in a course `c` that the rules turn on. Parsed by `AssignmentFacts`. */
export const ASSIGNMENT_COLUMNS = `
  a.id as "assignmentId", a.course_id as "courseId", a.title, ${ASSIGNMENT_SETTINGS.list('a')},
  a.published and not coalesce((select u.hidden from units u where u.id = a.unit_id), false) as published,
  ${ms('greatest(a.visible_from, (select u.visible_from from units u where u.id = a.unit_id))')} as "shownFrom",
  c.title as "courseTitle", c.slug as "courseSlug", c.emblem, c.zone`;

export const AssignmentFacts = ASSIGNMENT_SETTINGS.row.extend({
  assignmentId: z.string(),
  courseId: z.string(),
  title: z.string(),
  /** Neither a draft nor hidden, itself or with its unit. */
  published: z.boolean(),
  /** Students see it from this moment on; null for at once. */
  shownFrom: z.number().nullable(),
  courseTitle: z.string(),
  courseSlug: z.string(),
  emblem: z.string(),
  zone: z.string()
});
export type AssignmentFacts = z.infer<typeof AssignmentFacts>;

/** Whether students see an assignment at a moment. */
export function isShown(facts: Pick<AssignmentFacts, 'published' | 'shownFrom'>, now: Moment): boolean {
  return facts.published && (facts.shownFrom === null || facts.shownFrom <= now);
}

/** The terms that an assignment gives to every packet, before extensions. */
export function termsOf(facts: AssignmentFacts): Terms {
  const { opens, due, closes, allowance, takeBack, settles, stages, late, counts, standsAgain, followMinutes } = facts;
  return { opens, due, closes, allowance, takeBack, settles, stages, late, counts, standsAgain, followMinutes };
}
