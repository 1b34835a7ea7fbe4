import { z } from 'zod';
import { select } from '../db/connection';

/** Account names of people, by id. One query. */
export async function readAccounts(people: readonly string[]): Promise<Map<string, string>> {
  const rows = await select(
    z.object({ id: z.string(), handle: z.string() }),
    'select id, handle from people where id = any($1::uuid[])',
    [people]
  );
  return new Map(rows.map(({ id, handle }) => [id, handle]));
}
