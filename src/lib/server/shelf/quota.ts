import { z } from 'zod';
import type { ShelfQuota } from '$core/shelf/views';
import type { Actor } from '$core/people/policy';
import { HOUR } from '$core/time/moment';
import { clock } from '../clock';
import { config } from '../config';
import { execute, inTransaction, select, type Tx } from '../db/connection';

/** How much of a person's Shelf is taken, what by, and how much there may be. Bytes that are there twice count once. */
export async function readQuota(person: Actor): Promise<ShelfQuota> {
  const [row] = await select(Filled, FILLED, [person.id]);
  const { used = 0, binned = 0, older = 0 } = row ?? {};
  return { used, binned, older, most: config.shelfBytes };
}

/**
 * Promises room on a person's Shelf to something that is about to come, where there is room beside all that was promised
 * before. Asked under a lock, so that of several that come at once only as many begin as fit.
 *
 * @param keep writes the promise down
 * @returns what `keep` returned, or null where there is no room
 */
export async function promised<T>(person: Actor, bytes: number, keep: (tx: Tx) => Promise<T>): Promise<T | null> {
  return inTransaction(async (tx) => {
    await execute('select pg_advisory_xact_lock($1, hashtext($2))', [LOCK, person.id], tx);
    const [row] = await select(Promised, PROMISED, [person.id, new Date(clock.now())], tx);
    const taken = (row?.used ?? 0) + (row?.promised ?? 0);
    return taken + bytes <= config.shelfBytes ? keep(tx) : null;
  });
}

/**
 * Does something that brings bytes onto a person's Shelf while room is promised to it.
 *
 * @returns null where there is none
 */
export async function whilePromised<T>(person: Actor, bytes: number, work: () => Promise<T>): Promise<T | null> {
  const until = new Date(clock.now() + LONGEST);
  const id = await promised(person, bytes, async (tx) => {
    const made = 'insert into shelf_promises (owner_id, bytes, until) values ($1, $2, $3) returning id';
    return (await select(Made, made, [person.id, bytes, until], tx))[0]?.id ?? '';
  });
  if (id === null) return null;
  try {
    return await work();
  } finally {
    await execute('delete from shelf_promises where id = $1', [id]);
  }
}

/** A promise whose process died is forgotten after this. */
const LONGEST = 6 * HOUR;
/** Apart from other advisory locks. */
const LOCK = 6;
const Made = z.object({ id: z.string() });
const Promised = z.object({ used: z.number(), promised: z.number() });

const Filled = z.object({ used: z.number(), binned: z.number(), older: z.number() });

// What a portfolio shows is kept while it does, whether it still lies on the Shelf or not: it takes room as well.
// Each blob once, under its lightest heading: in use, else an older version, else only in the bin.
const HELD = `
  with every as (
    select v.sha256, f.binned_at is null as kept, v.no = f.version as newest
    from shelf_files f join shelf_versions v on v.file_id = f.id where f.owner_id = $1
    union all
    select q.original_sha256, true, true from portfolio_files q join portfolios o on o.id = q.portfolio_id where o.owner_id = $1),
  held as (
    select e.sha256, b.size, bool_or(e.kept) as kept, bool_or(e.newest) as newest
    from every e join blobs b on b.sha256 = e.sha256 group by e.sha256, b.size)`;
const FILLED = `${HELD}
  select coalesce(sum(size), 0)::float8 as used,
    coalesce(sum(size) filter (where not kept), 0)::float8 as binned,
    coalesce(sum(size) filter (where kept and not newest), 0)::float8 as older
  from held`;

/** Uploads that are on their way promise all of their size, however much of it has come. */
const PROMISED = `${HELD}
  select coalesce((select sum(size) from held), 0)::float8 as used,
    (coalesce((select sum(size) from uploads where owner_id = $1 and answer is null), 0)
      + coalesce((select sum(bytes) from shelf_promises where owner_id = $1 and until > $2), 0))::float8 as promised`;
