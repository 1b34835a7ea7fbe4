import { z } from 'zod';
import { webAddress } from '$core/links/address';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { execute, select, type Tx } from '../db/connection';
import type { Outcome } from '../outcome';

/** Declares the site on which a student publishes their own work; an empty address takes the declaration back. */
export async function declareSite(person: Actor, input: { url: string }): Promise<Outcome<object, PieceRefusal>> {
  const url = webAddress(input.url);
  if (input.url.trim() !== '' && url === null) return { ok: false, why: 'no-address' };
  if (url === null) await execute('delete from own_sites where person_id = $1', [person.id]);
  else
    await execute(
      `insert into own_sites (person_id, url) values ($1, $2)
       on conflict (person_id) do update set url = excluded.url`,
      [person.id, url]
    );
  return { ok: true };
}

/** The site that a person declared as their own, or null. */
export async function declaredSite(person: Actor, tx?: Tx): Promise<string | null> {
  const bind = [person.id];
  const [row] = await select(Row, 'select url from own_sites where person_id = $1', bind, tx);
  return row?.url ?? null;
}

const Row = z.object({ url: z.string() });
