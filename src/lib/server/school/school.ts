import { z } from 'zod';
import { execute, select, type Tx } from '../db/connection';
import { Zone } from '../people/create-person';

/** What a school says of itself. */
export const School = z.object({ name: z.string().trim().min(1).max(200), zone: Zone });
export type School = z.infer<typeof School>;

/** The school, or null where none was made; the demo's has its own way in. */
export async function readSchool(tx?: Tx): Promise<School | null> {
  const [row] = await select(z.object({ value: School }), "select value from settings where key = 'school'", [], tx);
  return row?.value ?? null;
}

export async function noteSchool(school: School, tx?: Tx): Promise<void> {
  await execute(
    "insert into settings (key, value) values ('school', $1) on conflict (key) do update set value = excluded.value",
    [JSON.stringify(School.parse(school))],
    tx
  );
}
