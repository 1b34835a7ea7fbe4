import { stat } from 'node:fs/promises';
import { z } from 'zod';
import type { UnderWay } from '$core/packets/views';
import type { Actor } from '$core/people/policy';
import { select } from '../db/connection';
import { draftPath } from './draft-store';

/** Files that are bound for a person's packet and have not become pieces yet, the oldest first. One query. */
export async function readUnderWay(person: Actor, assignmentId: string): Promise<UnderWay[]> {
  const rows = await select(Row, UNDER_WAY, [person.id, assignmentId]);
  return Promise.all(
    rows.map(async (row) => ({ ...row, arrived: (await stat(draftPath(row.id)).catch(() => null))?.size ?? 0 }))
  );
}

const Row = z.object({
  id: z.string(),
  deliverableId: z.string().nullable(),
  name: z.string(),
  size: z.number()
});
const UNDER_WAY = `
  select id, deliverable_id as "deliverableId", name, size::float8 as size from uploads
  where owner_id = $1 and assignment_id = $2 and answer is null and not raw order by began_at, id limit 100`;
