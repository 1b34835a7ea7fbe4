import { z } from 'zod';
import type { Actor } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { execute, select, type Tx } from '../db/connection';
import { NotHere } from '../outcome';
import type { Filing } from './put-on-shelf';

const Id = z.object({ id: z.string() });

/**
 * The folder in which a file is filed, made where it is not there yet: one for the course, in it one for the assignment.
 *
 * @throws NotHere when the folder is someone else's, or the assignment is not in one of the person's courses
 */
export async function folderFor(person: Actor, filing: Filing, now: Moment, tx: Tx): Promise<string | null> {
  if (filing === null) return null;
  if ('folderId' in filing) {
    const own = 'select id from shelf_folders where id = $1 and owner_id = $2';
    const [folder] = await select(Id, own, [filing.folderId, person.id], tx);
    if (!folder) throw new NotHere('This folder');
    return folder.id;
  }
  const bind = [person.id, filing.assignmentId];
  const known = 'select id from shelf_folders where owner_id = $1 and assignment_id = $2';
  const [folder] = await select(Id, known, bind, tx);
  if (folder) return folder.id;
  // Two first files at once make one folder: the unique keys decide, and both read the winner.
  await execute(COURSE_FOLDER, [...bind, new Date(now)], tx);
  await execute(ASSIGNMENT_FOLDER, [...bind, new Date(now)], tx);
  const [made] = await select(Id, known, bind, tx);
  if (!made) throw new NotHere('This assignment');
  return made.id;
}

const MEMBER = `
  from assignments a join courses c on c.id = a.course_id
  join enrolments e on e.course_id = c.id and e.person_id = $1 and e.left_at is null`;

const COURSE_FOLDER = `
  insert into shelf_folders (owner_id, name, course_id, created_at)
  select $1, c.title, c.id, $3 ${MEMBER} where a.id = $2 on conflict do nothing`;

const ASSIGNMENT_FOLDER = `
  insert into shelf_folders (owner_id, name, course_id, assignment_id, parent_id, created_at)
  select $1, a.title, c.id, a.id, f.id, $3 ${MEMBER}
  join shelf_folders f on f.owner_id = $1 and f.course_id = c.id and f.assignment_id is null
  where a.id = $2 on conflict do nothing`;
