import { cut } from '$core/cut';
import { z } from 'zod';
import { advise } from '$core/plan/advice';
import { makePlan } from '$core/plan/inputs';
import { quietSql } from '$core/reminders/settings';
import { DAY, HOUR } from '$core/time/moment';
import { clock } from '../clock';
import { inTransaction, select } from '../db/connection';
import { readPlanInputs } from '../plan/read-plan';
import { tell } from '../tidings/tell';

/** People whose plans are looked at in one go, and how often. */
const AT_ONCE = 25;
const AGAIN = 20 * HOUR;
/** What is overdue is known; what does not fit within so long is said while something can be done. */
const AHEAD = 14 * DAY;

/**
 * Looks at the plans of people who have one, once a day each, and says what will not fit: earlier than any reminder of its due moment.
 *
 * @returns how many plans were looked at
 */
export async function watchPlans(): Promise<number> {
  const now = clock.now();
  const people = await select(Row, DUE, [new Date(now), new Date(now - AGAIN), AT_ONCE]);
  for (const { id, zone } of people) {
    const inputs = await readPlanInputs({ id }, zone);
    const short = advise(makePlan(inputs).plan, inputs.lines, now, zone);
    await inTransaction(async (tx) => {
      for (const { taskId, says } of short) {
        const line = inputs.lines.find(({ assignmentId }) => assignmentId === taskId);
        if (!line?.due || line.due <= now || line.due > now + AHEAD) continue;
        const about = `plan-short ${taskId} ${line.due}`;
        const [course] = await select(
          z.object({ id: z.string() }),
          'select course_id as id from assignments where id = $1',
          [taskId],
          tx
        );
        const news = {
          kind: 'plan-short',
          about,
          courseId: course?.id ?? null,
          assignmentId: taskId,
          href: '/plan'
        } as const;
        await tell({ people: [id] }, { ...news, facts: { due: line.due, says: cut(says, 200) }, at: now }, tx);
      }
    });
  }
  return people.length;
}

const Row = z.object({ id: z.string(), zone: z.string() });
/** Noted as looked at in the statement that finds them. Only whoever said when they can work, or pinned something, has a plan. */
const DUE = `
  with due as (
    select p.id, p.zone from plan_settings s join people p on p.id = s.person_id
    left join reminder_settings r on r.person_id = p.id left join reminder_rounds x on x.person_id = p.id
    where (x.planned_at is null or x.planned_at < $2) and not ${quietSql('$1')} order by x.planned_at nulls first, p.id limit $3
  ), noted as (
    insert into reminder_rounds (person_id, planned_at) select id, $1 from due
    on conflict (person_id) do update set planned_at = excluded.planned_at returning person_id
  )
  select d.id, d.zone from due d join noted n on n.person_id = d.id`;
