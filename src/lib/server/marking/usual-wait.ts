import { execute, type Tx } from '../db/connection';

/** A habit shows in so many returns; fewer say nothing about the next. */
const HABIT = 5;
/** What a teacher did long ago is no habit any more. */
const LATEST = 100;

/**
 * Brings along how long a submit usually waits in a course: the median of its latest returns. Students read it beside
 * what they wait for, so that silence is not taken for loss.
 */
export async function projectUsualWait(courseId: string, tx: Tx): Promise<void> {
  await execute(
    `update courses set usual_wait_seconds = (
       select case when count(*) >= ${HABIT} then percentile_cont(0.5) within group (order by wait)::integer end
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
