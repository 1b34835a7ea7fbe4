import { rm } from 'node:fs/promises';
import { z } from 'zod';
import type { Actor } from '$core/people/policy';
import { select } from '../db/connection';
import { publish } from '../live/publish';
import { NotHere } from '../outcome';
import { draftPath } from './draft-store';

/** Gives up an upload that is on its way. What has become a piece by then stays one. */
export async function discardUpload(person: Actor, input: { id: string }): Promise<{ ok: true }> {
  const [gone] = await select(
    z.object({ assignmentId: z.string().nullable() }),
    `delete from uploads where id = $1 and owner_id = $2 and answer is null
     returning assignment_id as "assignmentId"`,
    [input.id, person.id]
  );
  if (!gone) throw new NotHere('This upload');
  await rm(draftPath(input.id), { force: true });
  await publish({ what: 'upload-dropped', personId: person.id, ...gone });
  return { ok: true };
}
