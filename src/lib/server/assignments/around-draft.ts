import { z } from 'zod';
import { unfinishedDraft } from '$core/assignments/unfinished';
import type { AssignmentDraft } from '$core/assignments/draft';
import type { DatesAround } from '$core/courses/day-notes';
import type { Actor } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { ms, select } from '../db/connection';

/** What was written and not set yet. */
export interface Unfinished {
  draft: AssignmentDraft;
  version: number;
  at: Moment;
}

/** What stands around an assignment that is being written. */
export interface AroundDraft {
  units: Array<{ id: string; title: string }>;
  dates: DatesAround;
  /** Offices of the school that can have a stage. */
  offices: Array<{ id: string; name: string }>;
  unfinished: Unfinished | null;
}

/**
 * What a teacher needs beside an assignment that they write: the outline's units, what else happens on which day, and what
 * they had written before. One query. The caller has asked the policy.
 *
 * @param assignmentId the one that is changed; null for a new one
 */
export async function readAroundDraft(
  person: Actor,
  courseId: string,
  assignmentId: string | null
): Promise<AroundDraft> {
  const [row] = await select(Row, AROUND, [courseId, person.id, assignmentId]);
  const { units, calendar, due, offices, kept } = row ?? { units: [], calendar: [], due: [], offices: [], kept: null };
  const draft = kept === null ? null : unfinishedDraft(kept.draft);
  return { units, dates: { calendar, due }, offices, unfinished: kept && draft && { ...kept, draft } };
}

const Row = z.object({
  units: z.array(z.object({ id: z.string(), title: z.string() })),
  calendar: z.array(
    z.object({ kind: z.enum(['holiday', 'marking-pause']), title: z.string(), first: z.string(), last: z.string() })
  ),
  due: z.array(z.object({ title: z.string(), at: z.number() })),
  offices: z.array(z.object({ id: z.string(), name: z.string() })),
  kept: z.object({ draft: z.unknown(), version: z.number(), at: z.number() }).nullable()
});

const AROUND = `
  select
    coalesce((select json_agg(json_build_object('id', u.id, 'title', u.title) order by u.position, u.id)
      from units u where u.course_id = $1), '[]') as units,
    coalesce((select json_agg(json_build_object('kind', d.kind, 'title', d.title, 'first', d.first_day, 'last', d.last_day))
      from calendar_days d), '[]') as calendar,
    coalesce((select json_agg(json_build_object('title', a.title, 'at', ${ms('a.due_at')}) order by a.due_at)
      from assignments a where a.course_id = $1 and a.due_at is not null and a.id is distinct from $3::uuid), '[]') as due,
    coalesce((select json_agg(json_build_object('id', o.id, 'name', o.name) order by o.name) from offices o), '[]') as offices,
    (select json_build_object('draft', w.draft, 'version', w.version, 'at', ${ms('w.kept_at')})
      from unfinished_assignments w
      where w.person_id = $2 and w.course_id = $1 and w.assignment_id is not distinct from $3::uuid) as kept`;
