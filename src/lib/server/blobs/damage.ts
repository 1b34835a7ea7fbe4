import { z } from 'zod';
import { readingRefusalWords } from '$core/refusals/reading-refusals';
import { clock } from '../clock';
import { execute, inTransaction, ms, select } from '../db/connection';
import { log } from '../log';
import { tellOffice } from '../tidings/tell-office';

/** What is wrong with stored bytes. */
export type Damage = 'missing' | 'cut' | 'altered';

/** Stored bytes are not what was stored. Only whoever wants exactly these is concerned. */
export class BlobDamaged extends Error {
  override name = 'BlobDamaged';
  constructor(
    readonly sha256: string,
    readonly what: Damage
  ) {
    super(`Stored bytes are ${what}: ${sha256}.`);
  }
}

/** What a person reads in place of a file whose bytes are damaged. */
export const DAMAGED_WORDS = readingRefusalWords('kept-damaged');

/** Notes that stored bytes are damaged, and tells the office, once. */
export async function noteDamage({ sha256, what }: BlobDamaged): Promise<void> {
  log.error({ sha256, what }, 'stored bytes are damaged');
  const now = clock.now();
  await inTransaction(async (tx) => {
    const [noted] = await select(
      z.object({ sha256: z.string() }),
      `insert into blob_troubles (sha256, what, found_at) select sha256, $2, $3 from blobs where sha256 = $1
       on conflict do nothing returning sha256`,
      [sha256, what, new Date(now)],
      tx
    );
    if (!noted) return;
    await tellOffice({ kind: 'damage', about: `damage ${sha256} ${now}`, href: '/school/troubles', at: now }, tx);
  });
}

/** Bytes that arrived anew are sound again. */
export async function noteHealed(sha256: string): Promise<void> {
  await execute('delete from blob_troubles where sha256 = $1', [sha256]);
}

/** A damaged file, and where it is missed. */
export interface Damaged {
  sha256: string;
  what: Damage;
  at: number;
  name: string;
  size: number;
  /** Whose work it is, or in which course it lies. */
  whose: string;
}

/** All damaged files that anybody would miss, the latest first. For the office. */
export function readDamaged(): Promise<Damaged[]> {
  return select(Row, DAMAGED);
}

const Row = z.object({
  sha256: z.string(),
  what: z.enum(['missing', 'cut', 'altered']),
  at: z.number(),
  name: z.string(),
  size: z.number(),
  whose: z.string()
});
const DAMAGED = `
  select t.sha256, t.what, ${ms('t.found_at')} as at, b.size::float8 as size, coalesce(w.name, 'a file') as name,
    coalesce(w.whose, '') as whose
  from blob_troubles t join blobs b on b.sha256 = t.sha256
  left join lateral (
    select f.name, p.name as whose from shelf_versions v join shelf_files f on f.id = v.file_id
      join people p on p.id = f.owner_id where v.sha256 = t.sha256
    union all
    select r.name, p.name from round_pieces r join packets k on k.id = r.packet_id
      join party_members m on m.party_id = k.party_id join people p on p.id = m.person_id where r.sha256 = t.sha256
    union all
    select m.name, c.title from materials m join courses c on c.id = m.course_id where m.sha256 = t.sha256
    union all
    select f.name, p.name from post_files f join posts o on o.id = f.post_id join people p on p.id = o.by_person
      where f.sha256 = t.sha256
    limit 1) w on true
  order by t.found_at desc limit 200`;
