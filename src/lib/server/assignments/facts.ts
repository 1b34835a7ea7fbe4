import { z } from 'zod';
import { LatePolicy } from '$core/assignments/late-policy';
import { SETTLES, type Terms } from '$core/packets/terms';
import { ms } from '../db/connection';

/** The columns of an assignment `a` in a course `c` that the rules turn on. Parsed by `AssignmentFacts`. */
export const ASSIGNMENT_COLUMNS = `
  a.id as "assignmentId", a.course_id as "courseId", a.title, a.points::float8 as points,
  ${ms('a.opens_at')} as opens, ${ms('a.due_at')} as due, ${ms('a.closes_at')} as closes,
  a.allowance, a.take_back as "takeBack", a.settles, a.late_policy as late,
  a.also_open as "alsoOpen", a.follows_drafts as "followsDrafts", a.published,
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
  settles: z.enum(SETTLES),
  late: LatePolicy,
  alsoOpen: z.boolean(),
  followsDrafts: z.boolean(),
  published: z.boolean(),
  courseTitle: z.string(),
  courseSlug: z.string(),
  emblem: z.string(),
  zone: z.string()
});
export type AssignmentFacts = z.infer<typeof AssignmentFacts>;

/** The terms that an assignment gives to every packet, before extensions. */
export function termsOf(facts: AssignmentFacts): Terms {
  const { opens, due, closes, allowance, takeBack, settles, late } = facts;
  return { opens, due, closes, allowance, takeBack, settles, late };
}
