import { z } from 'zod';
import { select, type Tx } from '../db/connection';

/** The place after everything that lies in a unit, or outside of all units (null). */
export async function nextPlace(courseId: string, unitId: string | null, tx: Tx): Promise<number> {
  const [row] = await select(z.object({ place: z.number() }), NEXT, [courseId, unitId], tx);
  return row?.place ?? 0;
}

const NEXT = `
  select coalesce(max(position) + 1, 0)::int as place from (
    select position from assignments where course_id = $1 and unit_id is not distinct from $2::uuid
    union all
    select position from notices where course_id = $1 and unit_id is not distinct from $2::uuid
    union all
    select position from materials where course_id = $1 and unit_id is not distinct from $2::uuid
      and assignment_id is null and notice_id is null
  ) placed`;
