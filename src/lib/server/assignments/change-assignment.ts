import { z } from 'zod';
import { AssignmentDraft, impactWords, type Begun } from '$core/assignments/draft';
import type { Actor } from '$core/people/policy';
import { absolute } from '$core/time/words';
import { audit } from '../db/audit';
import { clock } from '../clock';
import { config } from '../config';
import { courseFor } from '../courses/course-head';
import { shaping } from '../courses/shape-outline';
import { tellShown } from '../courses/tell-shown';
import { execute, inTransaction, jsonRows as rows, ms, select, type Tx } from '../db/connection';
import { Assignment } from '../db/models/assignments';
import { ASSIGNMENT_SETTINGS } from '../db/tables/assignment-settings';
import { publish } from '../live/publish';
import { queueMail } from '../mail/mail';
import { NotHere } from '../outcome';
import { copyAssignments } from './copy-assignments';
import { assignmentRow, withOpenPlace, writeAssignment } from './create-assignment';
import { deliverablesOf } from './deliverables';
import { CRITERIA } from './guidance';
import { writeParts } from './write-parts';

/** Sets a new assignment in a course, as its teacher. Its students hear of it once they can see it. */
export async function setAssignment(person: Actor, course: string, draft: AssignmentDraft): Promise<{ id: string }> {
  return shaping(person, course, (courseId, tx) => writeAssignment({ ...draft, courseId }, null, tx));
}

/** An assignment as its teacher edits it. */
export interface EditedAssignment {
  id: string;
  courseId: string;
  draft: AssignmentDraft;
  begun: Begun;
}

/** Reads an assignment back into the draft that it was written from. */
export async function readDraft(person: Actor, assignmentId: string, tx?: Tx): Promise<EditedAssignment> {
  const [row] = await select(DraftRow, DRAFT, [assignmentId], tx);
  if (!row) throw new NotHere('This assignment');
  await courseFor(person, row.courseId, 'shape-course', tx);
  const { courseId, started, submitted, ...draft } = row;
  return {
    id: assignmentId,
    courseId,
    draft: AssignmentDraft.parse(draft),
    begun: { started, submitted, piecesInRemoved: 0 }
  };
}

export type Changed = { done: true } | { done: false; affects: string[] };

/**
 * Changes an assignment. Where students have begun and the change concerns them, nothing happens before the teacher has
 * read who is affected and confirmed it; then those students are told.
 */
export async function changeAssignment(
  person: Actor,
  assignmentId: string,
  draft: AssignmentDraft,
  confirmed: boolean
): Promise<Changed> {
  const answer = await inTransaction(async (tx): Promise<Changed> => {
    const before = await readDraft(person, assignmentId, tx);
    const after = { ...draft, deliverables: withOpenPlace(draft) };
    const piecesInRemoved = await piecesBeside(assignmentId, after, tx);
    const atRemoved = await worksAtOther(assignmentId, after, tx);
    const affects = impactWords(before.draft, after, { ...before.begun, piecesInRemoved, atRemoved });
    if (affects.length > 0 && !confirmed) return { done: false, affects };
    const row = await assignmentRow(after, before.courseId, tx);
    await Assignment.update(row, { where: { id: assignmentId }, transaction: tx });
    await writeParts(assignmentId, after, tx);
    await execute(AT_STAGES, [assignmentId], tx);
    if (affects.length > 0) await tellStarted(assignmentId, before.draft, after, tx);
    await audit(person.id, 'change-assignment', assignmentId, { affects }, tx);
    await tellShown(before.courseId, tx);
    await publish({ what: 'assignment-changed', assignmentId, courseId: before.courseId }, tx);
    return { done: true };
  });
  return answer;
}

/** Copies an earlier assignment into a course of the teacher's own, as a draft without dates. */
export async function copyAssignment(person: Actor, assignmentId: string, course: string): Promise<{ id: string }> {
  return inTransaction(async (tx) => {
    const { id } = await courseFor(person, course, 'shape-course', tx);
    await readDraft(person, assignmentId, tx);
    const copy = { old: assignmentId, new: crypto.randomUUID() };
    await copyAssignments([copy], { courseId: id, units: [] }, person.id, tx);
    return { id: copy.new };
  });
}

async function piecesBeside(assignmentId: string, { deliverables }: AssignmentDraft, tx: Tx): Promise<number> {
  const kept = deliverables.flatMap(({ id }) => (id === undefined ? [] : [id]));
  const [row] = await select(
    z.object({ n: z.number() }),
    `select count(*)::int as n from pieces f join packets p on p.id = f.packet_id
     where p.assignment_id = $1 and f.deliverable_id is not null and not f.deliverable_id = any($2::uuid[])`,
    [assignmentId, kept],
    tx
  );
  return row?.n ?? 0;
}

/** Works at a stage that a change leaves out. */
async function worksAtOther(assignmentId: string, { stages }: AssignmentDraft, tx: Tx): Promise<number> {
  const [row] = await select(
    z.object({ n: z.number() }),
    `select count(*)::int as n from packets where assignment_id = $1 and stage_id is not null and not stage_id = any($2::text[])`,
    [assignmentId, stages.map(({ id }) => id)],
    tx
  );
  return row?.n ?? 0;
}

/** What lists show of where its works stand, in the names of the track as it is now (`core/judging/stages.ts`). */
const AT_STAGES = `
  update packets p set stage_id = s.stage ->> 'id',
    stage_place = case when s.stage is not null then jsonb_build_object('title', s.stage ->> 'title',
      'office', s.stage #>> '{office,name}', 'moved', p.stage_place -> 'moved') end,
    office_id = case when p.phase <> 'settled' then (s.stage #>> '{office,id}')::uuid end
  from packets q join assignments a on a.id = q.assignment_id
  left join lateral (select coalesce(
    (select one from jsonb_array_elements(a.stages) one where one ->> 'id' = q.stage_id), a.stages -> 0) as stage) s on true
  where q.assignment_id = $1 and p.id = q.id and q.stage_id is not null`;

/** Those who have begun hear of it: by mail, with what is different. */
async function tellStarted(
  assignmentId: string,
  before: AssignmentDraft,
  after: AssignmentDraft,
  tx: Tx
): Promise<void> {
  const now = clock.now();
  const people = await select(
    z.object({ email: z.string(), zone: z.string() }),
    `select distinct s.email, s.zone from packets p join party_members m on m.party_id = p.party_id
     join people s on s.id = m.person_id where p.assignment_id = $1 and (p.pieces > 0 or p.round_no is not null)`,
    [assignmentId],
    tx
  );
  for (const { email, zone } of people) {
    const when = (moment: number | null) => (moment === null ? 'no date' : absolute(moment, zone, now));
    const lines = [
      before.due !== after.due && `It is now due ${when(after.due)} (before: ${when(before.due)}).`,
      before.closes !== after.closes && `It now closes: ${when(after.closes)} (before: ${when(before.closes)}).`,
      before.deliverables.map((d) => d.title).join() !== after.deliverables.map((d) => d.title).join() &&
        `It now asks for: ${after.deliverables.map((d) => d.title).join(', ')}.`
    ].filter((line) => typeof line === 'string');
    const body = `Your teacher has changed “${after.title}”.\n\n${lines.join('\n')}\n\nWhat you have made or submitted is untouched.\n${config.origin}/assignments/${assignmentId}\n`;
    await queueMail({ to: email, subject: `Changed: ${after.title}`, body }, tx);
  }
}

const DraftRow = z.looseObject({ courseId: z.string(), started: z.number(), submitted: z.number() });

const DRAFT = `
  select a.course_id as "courseId", a.unit_id as "unitId", a.title, a.brief_md as brief, ${ASSIGNMENT_SETTINGS.list('a')},
    a.inherits, a.published, ${ms('a.visible_from')} as "visibleFrom",
    ${rows(deliverablesOf('a.id'))} as deliverables,
    ${rows(`select i.id, i.text, i.optional, i.met_by as "metBy" from must_do_items i
      where i.assignment_id = a.id order by i.position`)} as "mustDo",
    ${CRITERIA} as criteria,
    (select count(*)::int from packets p where p.assignment_id = a.id and (p.pieces > 0 or p.round_no is not null)) as started,
    (select count(*)::int from packets p where p.assignment_id = a.id and p.round_no is not null) as submitted
  from assignments a where a.id = $1`;
