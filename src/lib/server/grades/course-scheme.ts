import { z } from 'zod';
import { Rounding } from '$core/grades/rounding';
import { Scale } from '$core/grades/scales';
import { Scheme, usualScheme } from '$core/grades/scheme';
import type { Override } from '$core/grades/course-grade';
import type { Actor } from '$core/people/policy';
import { ms, select } from '../db/connection';

/** A course's scheme, and whether its teachers wrote it. */
export interface CourseScheme {
  scheme: Scheme;
  own: boolean;
  /** Students see how results are spread. */
  spreadShown: boolean;
  /** What a teacher says in place of the reckoning, by student. */
  overrides: Map<string, Override>;
}

/**
 * The schemes of courses, by their names in addresses. One query.
 *
 * @param student whose overrides are read; null for everybody's
 * @param course  one course; null for all in which the student is
 */
export async function readSchemes(student: string | null, course: string | null): Promise<Map<string, CourseScheme>> {
  const rows = await select(Row, SCHEMES, [student, course]);
  return new Map(rows.map((row) => [row.slug, ofRow(row)]));
}

/** The scheme by which a course's results count. */
export async function readScheme(course: string): Promise<CourseScheme> {
  const found = (await readSchemes(null, course)).get(course);
  if (!found) throw new Error('A course that was just read is gone.');
  return found;
}

/** Whose grade it is, as the policy has let them be read. */
export type Student = Pick<Actor, 'id'>;

function ofRow({ scheme, weights, usual, spreadShown, overrides }: z.infer<typeof Row>): CourseScheme {
  const own = scheme === null ? null : Scheme.parse(scheme);
  const said = overrides.map(({ personId, ...override }) => [personId, override] as const);
  return {
    scheme: own ?? { ...usualScheme(weights), ...usual },
    own: own !== null,
    spreadShown,
    overrides: new Map(said)
  };
}

const Row = z.object({
  slug: z.string(),
  scheme: z.unknown(),
  spreadShown: z.boolean(),
  /** In what the school says its results where a course says nothing else; null where it leaves that open. */
  usual: z.object({ scale: Scale, rounding: Rounding }).nullable(),
  weights: z.array(z.object({ id: z.string(), weight: z.number().nullable(), points: z.number().nullable() })),
  overrides: z.array(
    z.object({ personId: z.string(), says: z.string(), reason: z.string(), by: z.string(), at: z.number() })
  )
});
const SCHEMES = `
  select c.slug, c.scheme, (select json_build_object('scale', s.scale, 'rounding', s.rounding) from school_scales s where s.usual) as usual,
    c.spread_shown as "spreadShown",
    case when c.scheme is null then (select coalesce(json_agg(json_build_object('id', a.id, 'weight', a.weight::float8, 'points', a.points::float8)), '[]')
      from assignments a where a.course_id = c.id and a.published) else '[]' end as weights,
    coalesce((select json_agg(json_build_object('personId', o.person_id, 'says', o.says, 'reason', o.reason, 'by', t.name,
        'at', ${ms('o.at')})) from grade_overrides o join people t on t.id = o.by_person
      where o.course_id = c.id and ($1::uuid is null or o.person_id = $1)), '[]') as overrides
  from courses c
  where ($2::text is null or c.slug = $2) and ($1::uuid is null or exists (select 1 from enrolments e
    where e.course_id = c.id and e.person_id = $1 and e.role = 'student' and e.left_at is null))`;
