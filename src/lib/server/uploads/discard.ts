import { rm } from 'node:fs/promises';
import { z } from 'zod';
import type { Actor } from '$core/people/policy';
import { select } from '../db/connection';
import { announce } from '../live/announce';
import { NotHere } from '../outcome';
import { draftPath } from './draft-store';

/** Gives up an upload that is on its way. What has become a piece by then stays one. */
export async function discardUpload(person: Actor, input: { id: string }): Promise<{ ok: true }> {
  const [gone] = await select(
    z.object({ id: z.string() }),
    'delete from uploads where id = $1 and owner_id = $2 and answer is null returning id',
    [input.id, person.id]
  );
  if (!gone) throw new NotHere('This upload');
  await rm(draftPath(input.id), { force: true });
  await announce({ people: [person.id] });
  return { ok: true };
}
