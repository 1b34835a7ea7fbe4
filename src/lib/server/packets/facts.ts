import { z } from 'zod';
import { LatePolicy } from '$core/lateness/late-policy';
import { WAYS } from '$core/judging/ways';
import { COUNTS, type Terms } from '$core/packets/terms';
import type { Moment } from '$core/time/moment';
import { ms } from '../db/connection';

/** The columns of an assignment `a` in a course `c` that the rules turn on. Parsed by `AssignmentFacts`. */
export const ASSIGNMENT_COLUMNS = `
  a.id as "assignmentId", a.course_id as "courseId", a.title, a.points::float8 as points,
  ${ms('a.opens_at')} as opens, ${ms('a.due_at')} as due, ${ms('a.closes_at')} as closes,
  a.allowance, a.take_back as "takeBack", a.settles, a.late_policy as late, a.counts,
  a.stands_again as "standsAgain", a.follow_minutes as "followMinutes", a.strict,
  a.also_open as "alsoOpen", a.follows_drafts as "followsDrafts",
  a.published and not coalesce((select u.hidden from units u where u.id = a.unit_id), false) as published,
  ${ms('greatest(a.visible_from, (select u.visible_from from units u where u.id = a.unit_id))')} as "shownFrom",
  a.weight::float8 as weight, ${ms('a.pass_by')} as "passBy", a.expected_minutes as "expectedMinutes",
  c.title as "courseTitle", c.slug as "courseSlug", c.emblem, c.zone`;

export const AssignmentFacts = z.object({
  assignmentId: z.string(),
  courseId: z.string(),
  title: z.string(),
  points: z.number().nullable(),
  opens: z.number().nullable(),
  due: z.number().nullable(),
  closes: z.number().nullable(),
  allowance: z.number().nullable(),
  takeBack: z.boolean(),
  settles: z.enum(WAYS),
  late: LatePolicy,
  counts: z.enum(COUNTS),
  standsAgain: z.boolean(),
  followMinutes: z.number(),
  /** Names of the checks that stop a submit here. */
  strict: z.array(z.string()),
  alsoOpen: z.boolean(),
  followsDrafts: z.boolean(),
  /** Neither a draft nor hidden, itself or with its unit. */
  published: z.boolean(),
  /** Students see it from this moment on; null for at once. */
  shownFrom: z.number().nullable(),
  /** Percent of the course's grade. */
  weight: z.number().nullable(),
  /** By when it must be passed already, where that differs from the due moment. */
  passBy: z.number().nullable(),
  expectedMinutes: z.number().nullable(),
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
  const { opens, due, closes, allowance, takeBack, settles, late, counts, standsAgain, followMinutes } = facts;
  return { opens, due, closes, allowance, takeBack, settles, late, counts, standsAgain, followMinutes };
}
