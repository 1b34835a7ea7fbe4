import { z } from 'zod';
import { isMailed, KINDS, type Kind } from '$core/tidings/kinds';
import type { Actor } from '$core/people/policy';
import { execute, select } from '../db/connection';

/** Which kinds a person gets by mail. One query. */
export async function readMailWishes(person: Actor): Promise<Record<Kind, boolean>> {
  const rows = await select(
    z.object({ kind: z.string(), wanted: z.boolean() }),
    'select kind, wanted from mail_wishes where person_id = $1',
    [person.id]
  );
  const wishes = new Map(rows.map(({ kind, wanted }) => [kind, wanted]));
  return Object.fromEntries(KINDS.map((kind) => [kind, isMailed(kind, wishes)])) as Record<Kind, boolean>;
}

/** Says which kinds a person wants by mail; all others do not come. */
export async function keepMailWishes(person: Actor, wanted: readonly Kind[]): Promise<void> {
  await execute(
    `insert into mail_wishes (person_id, kind, wanted)
     select $1, kind, kind = any($3::text[]) from unnest($2::text[]) kind
     on conflict (person_id, kind) do update set wanted = excluded.wanted`,
    [person.id, [...KINDS], [...wanted]]
  );
}

/** Says that a person wants some kinds no longer by mail; what they said of others stays. */
export async function unwish(personId: string, kinds: readonly Kind[]): Promise<void> {
  await execute(
    `insert into mail_wishes (person_id, kind, wanted)
     select p.id, kind, false from unnest($2::text[]) kind, people p where p.id = $1
     on conflict (person_id, kind) do update set wanted = false`,
    [personId, [...kinds]]
  );
}
