import { z } from 'zod';
import { select } from './connection';

/** Whether nobody is in this database yet: it may be given a demo world, or a school. */
export async function isEmpty(): Promise<boolean> {
  const [row] = await select(z.object({ empty: z.boolean() }), 'select not exists (select 1 from people) as empty');
  return row?.empty ?? true;
}
