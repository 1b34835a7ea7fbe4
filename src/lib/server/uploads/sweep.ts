import { rm } from 'node:fs/promises';
import { z } from 'zod';
import { DAY } from '$core/time/moment';
import { clock } from '../clock';
import { select } from '../db/connection';
import { draftPath } from './draft-store';

/** An upload that nobody came back to for so long is given up. */
const KEPT = 7 * DAY;

/** Clears away uploads of a person that were given up, and what is remembered of finished ones. */
export async function sweepUploads(personId: string): Promise<void> {
  const before = new Date(clock.now() - KEPT);
  const gone = await select(
    z.object({ id: z.string() }),
    'delete from uploads where owner_id = $1 and began_at < $2 returning id',
    [personId, before]
  );
  for (const { id } of gone) await rm(draftPath(id), { force: true });
}
