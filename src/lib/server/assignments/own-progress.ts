import { z } from 'zod';
import { may, type Actor } from '$core/people/policy';
import { clock } from '../clock';
import { execute, select } from '../db/connection';
import { assignmentShown } from '../lines/shown';
import { NotHere } from '../outcome';

/** Ticks a must-do item off, or takes the tick away. For the student's own eyes; custody knows nothing of it. */
export async function tickMustDo(
  person: Actor,
  { assignmentId, itemId, done }: { assignmentId: string; itemId: string; done: boolean }
): Promise<void> {
  await mustStudy(person, assignmentId);
  const own = `select 1 from must_do_items where id = $1 and assignment_id = $3 and met_by = 'tick'`;
  if (done)
    await execute(
      `insert into must_do_ticks (item_id, person_id, at) select $1, $2, $4 where exists (${own}) on conflict do nothing`,
      [itemId, person.id, assignmentId, new Date(clock.now())]
    );
  else
    await execute(`delete from must_do_ticks where item_id = $1 and person_id = $2 and exists (${own})`, [
      itemId,
      person.id,
      assignmentId
    ]);
}

/** Marks where the student thinks they stand on a row of the rubric; null takes the mark away. */
export async function estimateOwn(
  person: Actor,
  { assignmentId, criterionId, levelId }: { assignmentId: string; criterionId: string; levelId: string | null }
): Promise<void> {
  await mustStudy(person, assignmentId);
  if (levelId === null) {
    await execute('delete from own_estimates where criterion_id = $1 and person_id = $2', [criterionId, person.id]);
    return;
  }
  await execute(
    `insert into own_estimates (criterion_id, person_id, level_id, at)
     select k.id, $2, l.id, $5 from criteria k join criterion_levels l on l.criterion_id = k.id
     where k.id = $1 and l.id = $3 and k.assignment_id = $4
     on conflict (criterion_id, person_id) do update set level_id = excluded.level_id, at = excluded.at`,
    [criterionId, person.id, levelId, assignmentId, new Date(clock.now())]
  );
}

/** Notes that the student has looked at what came back, so that it no longer counts as unread. */
export async function noteResultSeen(person: Actor, assignmentId: string): Promise<void> {
  await execute(
    `insert into results_seen (packet_id, person_id, at)
     select packet_id, person_id, $3 from packets_of_people where assignment_id = $1 and person_id = $2
     on conflict (packet_id, person_id) do update set at = excluded.at`,
    [assignmentId, person.id, new Date(clock.now())]
  );
}

async function mustStudy(person: Actor, assignmentId: string): Promise<void> {
  const [row] = await select(
    z.object({ courseRole: z.enum(['student', 'teacher']), published: z.boolean() }),
    `select e.role as "courseRole", ${assignmentShown('a', '$3')} as published
     from assignments a join enrolments e on e.course_id = a.course_id and e.person_id = $2 and e.left_at is null
     where a.id = $1`,
    [assignmentId, person.id, new Date(clock.now())]
  );
  if (!row || !may(person, 'work-on-own-packet', { ...row, ownsPacket: true })) throw new NotHere('This assignment');
}
