import { z } from 'zod';
import type { ShelfQuota } from '$core/shelf/views';
import type { Actor } from '$core/people/policy';
import { config } from '../config';
import { select } from '../db/connection';

/** How much of a person's Shelf is taken, what by, and how much there may be. Bytes that are there twice count once. */
export async function readQuota(person: Actor): Promise<ShelfQuota> {
  const [row] = await select(Filled, FILLED, [person.id]);
  const { used = 0, binned = 0, older = 0 } = row ?? {};
  return { used, binned, older, most: config.shelfBytes };
}

/** Whether so many bytes more fit on a person's Shelf. */
export async function fitsOnShelf(person: Actor, bytes: number): Promise<boolean> {
  const { used, most } = await readQuota(person);
  return used + bytes <= most;
}

const Filled = z.object({ used: z.number(), binned: z.number(), older: z.number() });

// Each blob once, under its lightest heading: in use, else an older version, else only in the bin.
const FILLED = `
  with held as (
    select v.sha256, b.size, bool_or(f.binned_at is null) as kept, bool_or(v.no = f.version) as newest
    from shelf_files f join shelf_versions v on v.file_id = f.id join blobs b on b.sha256 = v.sha256
    where f.owner_id = $1 group by v.sha256, b.size)
  select coalesce(sum(size), 0)::float8 as used,
    coalesce(sum(size) filter (where not kept), 0)::float8 as binned,
    coalesce(sum(size) filter (where kept and not newest), 0)::float8 as older
  from held`;
