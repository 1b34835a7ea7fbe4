import { z } from 'zod';
import { select, type Tx } from '../db/connection';
import { tell, type News } from './tell';

/** Tells the school's office of something that concerns the school as a whole. */
export async function tellOffice(news: Omit<News, 'courseId'>, tx: Tx): Promise<void> {
  const office = await select(
    z.object({ id: z.string() }),
    "select person_id as id from school_roles where role = 'office'",
    [],
    tx
  );
  const people = office.map(({ id }) => id);
  await tell({ people }, { ...news, courseId: null }, tx);
}
