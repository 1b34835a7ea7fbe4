import { HABIT } from '$core/courses/pace';
import { execute, type Tx } from '../db/connection';

/** What a teacher did long ago is no habit any more. */
const LATEST = 100;

/**
 * Brings along how long a submit usually waits in a course: the median of its latest returns, and how far the slower ones lie beyond
 * it (`core/courses/pace.ts` says the same of a list). Students read it beside what they wait for, so that silence is not taken for loss.
 */
export async function projectUsualWait(courseId: string, tx: Tx): Promise<void> {
  await execute(
    `update courses set (usual_wait_seconds, usual_wait_spread_seconds) = (
       select case when count(*) >= ${HABIT} then round(percentile_cont(0.5) within group (order by wait))::integer end,
         case when count(*) >= ${HABIT} then greatest(0, round(percentile_cont(0.8) within group (order by wait))::integer
           - round(percentile_cont(0.5) within group (order by wait))::integer) end
       from (
         select extract(epoch from m.returned_at - r.submitted_at) as wait
         from assignments a join packets p on p.assignment_id = a.id
         join marks m on m.packet_id = p.id and m.returned_at is not null
         join rounds r on r.packet_id = p.id and r.no = m.round_no
         where a.course_id = $1 order by m.returned_at desc limit ${LATEST}
       ) latest)
     where id = $1`,
    [courseId],
    tx
  );
}
