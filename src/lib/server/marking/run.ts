import { z } from 'zod';
import type { MarkingRun } from '$core/marking/views';
import type { Actor } from '$core/people/policy';
import { select } from '../db/connection';
import { withTeacher } from '../lines/projection';
import { MINE, withMine } from './mine';

/**
 * Where a packet stands among what waits with this teacher, the longest wait first, and what comes before and after it. Of one that does
 * not wait any more the first is next. One query.
 *
 * @param of the run goes through one assignment alone; null for everything that waits
 */
export async function readRun(person: Actor, packetId: string, of: string | null): Promise<MarkingRun> {
  const [run] = await select(RunRow, RUN, [person.id, packetId, of]);
  return run ?? { before: null, next: null, place: 0, waiting: 0 };
}

const RunRow = z.object({
  before: z.string().nullable(),
  next: z.string().nullable(),
  place: z.number(),
  waiting: z.number()
});
const RUN = `
  ${MINE}, waiting as materialized (
    select p.id, row_number() over (order by p.since_at, p.id)::int as place
    from mine a join packets p on p.assignment_id = a.id and ${withTeacher('p')} and ${withMine('p')}
    where $3::uuid is null or a.id = $3::uuid
  ), here as (select coalesce((select place from waiting where id = $2), 0) as place)
  select (select w.id from waiting w where w.place = h.place - 1) as before,
    (select w.id from waiting w where w.place = h.place + 1) as next, h.place,
    (select count(*)::int from waiting) as waiting
  from here h`;
