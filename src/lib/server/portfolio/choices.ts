import { z } from 'zod';
import type { Actor } from '$core/people/policy';
import { jsonRows, select } from '../db/connection';
import type { ShownAs } from './files';

/** A file of the Shelf that can be put into a portfolio, and as what. */
export interface ShelfChoice {
  id: string;
  name: string;
  as: ShownAs;
}

/** The newest files of a person's Shelf, and the courses that they are in. One query. */
export async function readChoices(
  person: Pick<Actor, 'id'>
): Promise<{ files: ShelfChoice[]; courses: Array<{ id: string; title: string }> }> {
  const [row] = await select(Row, CHOICES, [person.id]);
  return row ?? { files: [], courses: [] };
}

const Row = z.object({
  files: z.array(z.object({ id: z.string(), name: z.string(), as: z.enum(['picture', 'recording', 'file', 'page']) })),
  courses: z.array(z.object({ id: z.string(), title: z.string() }))
});
const SHELF = `
  select f.id, f.name, case when f.came = 'written' then 'page' when b.media_type like 'image/%' then 'picture'
    when b.media_type ~ '^(audio|video)/' then 'recording' else 'file' end as "as"
  from shelf_files f join blobs b on b.sha256 = f.sha256
  where f.owner_id = $1 and f.binned_at is null order by f.changed_at desc, f.id limit 300`;
const COURSES = `
  select c.id, c.title from enrolments e join courses c on c.id = e.course_id
  where e.person_id = $1 and e.left_at is null and c.archived_at is null order by c.title`;
const CHOICES = `select ${jsonRows(SHELF)} as files, ${jsonRows(COURSES)} as courses`;
