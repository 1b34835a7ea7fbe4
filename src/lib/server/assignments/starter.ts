import { z } from 'zod';
import { LONGEST_PAGE } from '$core/pages/bounds';
import { toMarkdown } from '$core/pages/markdown';
import { promptsOf, type Prompt } from '$core/pages/starter';
import { unsound } from '$core/pages/sound';
import type { StarterRefusal } from '$core/assignments/starter-refusals';
import type { Actor } from '$core/people/policy';
import { inspectBlob } from '../blobs/inspect';
import { clock } from '../clock';
import { courseFor } from '../courses/course-head';
import { audit } from '../db/audit';
import { execute, inTransaction, select, type Tx } from '../db/connection';
import { publish } from '../live/publish';
import { NotHere, type Outcome } from '../outcome';
import { NotNow } from '../parsing/limits';
import { pageFrom, pageOrLines } from '../pages/page-from';
import { correctCopies } from '../pages/correct-copies';

/** A place of an assignment, as its teacher names it. */
export interface StarterPlace {
  assignmentId: string;
  deliverableId: string;
}

export interface StarterView {
  courseId: string;
  assignment: string;
  place: string;
  /** 0 while there is none. */
  version: number;
  text: string;
  prompts: Prompt[];
  /** Pages in packets that were begun from it. */
  copies: number;
}

/**
 * The starter of a place, for the teachers of its course.
 *
 * @throws NotHere where there is no such place for this person
 */
export async function readStarter(person: Actor, at: StarterPlace): Promise<StarterView> {
  const row = await openPlace(person, at);
  return { ...row, prompts: promptsOf(await pageOrLines(row.text)) };
}

/** The same, without a look at what it asks. @throws NotHere where there is no such place for this person */
export async function openPlace(person: Actor, at: StarterPlace, tx?: Tx): Promise<Omit<StarterView, 'prompts'>> {
  const [row] = await select(Row, STARTER, [at.assignmentId, at.deliverableId], tx);
  if (!row) throw new NotHere('This place');
  await courseFor(person, row.courseId, 'shape-course', tx);
  return row;
}

/**
 * Keeps the starter of a place. Copies that were begun from it get what was changed around their answers; answers stay, also
 * those to what is not asked any more.
 *
 * @param known the version that the teacher had before them: another one's is never written over
 * @returns how many copies were corrected, and on which an answer has lost its question
 */
export async function keepStarter(
  person: Actor,
  at: StarterPlace,
  { text, known }: { text: string; known: number }
): Promise<Outcome<{ version: number; corrected: number; loose: number }, StarterRefusal>> {
  const kept = await inTransaction(async (tx) => {
    await execute('select 1 from deliverables where id = $1 for update', [at.deliverableId], tx);
    const before = await openPlace(person, at, tx);
    if (before.version !== known) return refused('starter-elsewhere');
    if (text.length > LONGEST_PAGE) return refused('starter-too-long');
    const page = await pageFrom(text).catch((error: unknown) => unlessNotNow(error));
    if (page === null || unsound(page) !== null || twice(promptsOf(page))) return refused('starter-unreadable');
    const version = known + 1;
    await execute(KEEP, [at.deliverableId, version, toMarkdown(page), new Date(clock.now()), person.id], tx);
    await audit(person.id, 'keep-starter', at.assignmentId, { deliverableId: at.deliverableId, version }, tx);
    const corrected =
      known === 0
        ? { corrected: 0, loose: 0, blobs: [] }
        : await correctCopies(person.id, at.deliverableId, { before: await pageOrLines(before.text), now: page }, tx);
    await publish({ what: 'assignment-changed', assignmentId: at.assignmentId, courseId: before.courseId }, tx);
    return { ok: true as const, version, ...corrected };
  });
  if (!kept.ok) return kept;
  const { blobs, ...said } = kept;
  for (const blob of blobs) await inspectBlob(blob);
  return said;
}

const refused = (why: StarterRefusal) => ({ ok: false as const, why });

/** What a copy of a place's starter begins with; null where it has none. */
export async function starterText(deliverableId: string | null): Promise<string | null> {
  const [row] = await select(z.object({ text: z.string() }), 'select text from starters where deliverable_id = $1', [
    deliverableId
  ]);
  return row?.text ?? null;
}

/** What cannot be read as a page is none; what cannot be read just now may be in a minute. */
function unlessNotNow(error: unknown): null {
  if (error instanceof NotNow) throw error;
  return null;
}

const twice = (prompts: readonly Prompt[]) => new Set(prompts.map(({ id }) => id)).size < prompts.length;

const Row = z.object({
  courseId: z.string(),
  assignment: z.string(),
  place: z.string(),
  version: z.number(),
  text: z.string(),
  copies: z.number()
});
const STARTER = `
  select a.course_id as "courseId", a.title as assignment, d.title as place, coalesce(s.version, 0) as version,
    coalesce(s.text, '') as text,
    (select count(*)::integer from pieces p where p.deliverable_id = d.id and p.kind = 'page') as copies
  from deliverables d join assignments a on a.id = d.assignment_id left join starters s on s.deliverable_id = d.id
  where a.id = $1 and d.id = $2`;
const KEEP = `
  insert into starters (deliverable_id, version, text, changed_at, changed_by) values ($1, $2, $3, $4, $5)
  on conflict (deliverable_id) do update
    set version = excluded.version, text = excluded.text, changed_at = excluded.changed_at, changed_by = excluded.changed_by`;
