import { readdir, rm } from 'node:fs/promises';
import { z } from 'zod';
import { clock } from '../clock';
import { select } from '../db/connection';
import { draftPath, DRAFTS } from './draft-store';
import { KEPT, KEPT_RAW } from './records';

const AT_ONCE = 500;

/**
 * Clears away everybody's uploads that were given up, what is remembered of finished ones, and bytes that no upload knows.
 *
 * @returns how many were given up
 */
export async function sweepUploads(): Promise<number> {
  const gone = await select(Row, GIVEN_UP, [new Date(clock.now() - KEPT), new Date(clock.now() - KEPT_RAW), AT_ONCE]);
  for (const { id } of gone) await rm(draftPath(id), { force: true });
  const drafts = (await readdir(DRAFTS).catch(() => [])).slice(0, AT_ONCE);
  const strays = await select(Row, STRAYS, [drafts]);
  for (const { id } of strays) await rm(draftPath(id), { force: true });
  return gone.length;
}

const Row = z.object({ id: z.string() });
const GIVEN_UP = `delete from uploads where id in (select id from uploads where began_at < case when raw then $2::timestamptz else $1::timestamptz end
  order by began_at limit $3)
  returning id`;
const STRAYS = `select n as id from unnest($1::text[]) n where not exists (select 1 from uploads u where u.id = n)`;
