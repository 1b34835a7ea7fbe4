import { z } from 'zod';
import { DAY } from '$core/time/moment';
import { clock } from '../clock';
import { execute, select } from '../db/connection';
import { log } from '../log';
import { BlobDamaged, noteHealed } from './damage';
import { checkBlob } from './sound';

/** How long a blob that was found sound is believed to be. */
const BELIEVED = 7 * DAY;
/** What is looked at in one go: as much as a slow disk reads in a minute, and no more files than a short list. */
const AT_ONCE = { files: 200, bytes: 500_000_000 };

/**
 * Looks at some of the blobs that were not looked at for the longest time, and tells the office of those that are damaged.
 * Slow on purpose: hashing is done apart from the server, at a low priority, a stretch at a time.
 *
 * @returns how many were looked at, and how many of them are damaged
 */
export async function scrub(): Promise<{ looked: number; damaged: number }> {
  const due = await select(Row, DUE, [new Date(clock.now() - BELIEVED), AT_ONCE.files, AT_ONCE.bytes]);
  let damaged = 0;
  for (const blob of due) {
    try {
      await checkBlob(blob);
      await noteHealed(blob.sha256);
    } catch (error) {
      if (!(error instanceof BlobDamaged)) {
        log.warn({ err: error, sha256: blob.sha256 }, 'a blob could not be looked at');
        continue;
      }
      damaged++;
    }
    await execute('update blobs set checked_at = $2 where sha256 = $1', [blob.sha256, new Date(clock.now())]);
  }
  return { looked: due.length, damaged };
}

const Row = z.object({ sha256: z.string(), size: z.number() });

// The first of them is looked at however large it is.
const DUE = `
  select sha256, size from (
    select sha256, size::float8 as size, sum(size) over (order by checked_at nulls first, sha256) - size as before
    from (select * from blobs where checked_at is null or checked_at < $1
      order by checked_at nulls first, sha256 limit $2) oldest) b
  where before < $3`;
