import { z } from 'zod';
import type { UnfinishedRefusal } from '$core/assignments/unfinished-refusals';
import type { Actor } from '$core/people/policy';
import { clock } from '../clock';
import { courseFor } from '../courses/course-head';
import { execute, select } from '../db/connection';
import { NotHere, type Outcome } from '../outcome';

/** Where something is being written: a new assignment of a course, or one that is being changed. */
export interface Writing {
  /** Id or slug; left out, the course of the assignment that is changed. */
  course?: string;
  assignmentId: string | null;
}

/**
 * Keeps what a teacher has written so far, for themselves alone: nothing of it is set.
 *
 * @param known the version that this page goes on from, 0 for none; null to keep it whatever another window has kept
 * @returns `kept-elsewhere` where another window has kept something since
 * @throws NotHere where they may not write in this course
 */
export async function keepUnfinished(
  person: Actor,
  writing: Writing,
  draft: unknown,
  known: number | null
): Promise<Outcome<{ version: number; at: number }, UnfinishedRefusal>> {
  const { assignmentId } = writing;
  const { id } = await courseFor(person, await courseOf(writing), 'shape-course');
  const at = clock.now();
  const [kept] = await select(z.object({ version: z.number() }), KEEP, [
    person.id,
    id,
    assignmentId,
    JSON.stringify(draft),
    new Date(at),
    known
  ]);
  return kept ? { ok: true, version: kept.version, at } : { ok: false, why: 'kept-elsewhere' };
}

/** Forgets what was written: it is set, or not wanted any more. */
export async function dropUnfinished(person: Actor, writing: Writing): Promise<void> {
  const { id } = await courseFor(person, await courseOf(writing), 'shape-course');
  await execute(DROP, [person.id, id, writing.assignmentId]);
}

/** @throws NotHere where the assignment that is changed does not exist */
async function courseOf({ course, assignmentId }: Writing): Promise<string> {
  if (course !== undefined) return course;
  const [row] = await select(z.object({ id: z.string() }), COURSE, [assignmentId]);
  if (!row) throw new NotHere('This assignment');
  return row.id;
}

const COURSE = 'select course_id as id from assignments where id = $1';

const KEEP = `
  insert into unfinished_assignments as w (person_id, course_id, assignment_id, draft, kept_at)
  select $1, $2, $3::uuid, $4::jsonb, $5
  where $6::int is null or $6 = 0 or exists (select 1 from unfinished_assignments o
    where o.person_id = $1 and o.course_id = $2 and o.assignment_id is not distinct from $3::uuid)
  on conflict (person_id, course_id, assignment_id) do update
    set draft = excluded.draft, kept_at = excluded.kept_at, version = w.version + 1
    where $6::int is null or w.version = $6
  returning version`;
const DROP = `
  delete from unfinished_assignments
  where person_id = $1 and course_id = $2 and assignment_id is not distinct from $3::uuid`;
