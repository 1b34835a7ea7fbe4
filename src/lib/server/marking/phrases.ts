import { z } from 'zod';
import { MOST_PHRASES, type Phrase } from '$core/remarks/phrases';
import type { MarkRefusal } from '$core/marking/words';
import { may, type Actor } from '$core/people/policy';
import { clock } from '../clock';
import { execute, inTransaction, select, type Tx } from '../db/connection';
import { NotHere, type Outcome } from '../outcome';

/** A teacher's own phrases, those that are used most first. @throws NotHere for whoever teaches nothing */
export async function readPhrases(person: Actor): Promise<Phrase[]> {
  await teaching(person);
  return select(Row, PHRASES, [person.id, MOST_PHRASES]);
}

/** Keeps a phrase; one with the same words is kept once. @throws NotHere for whoever teaches nothing */
export async function keepPhrase(
  person: Actor,
  { body }: { body: string }
): Promise<Outcome<{ id: string }, MarkRefusal>> {
  return inTransaction(async (tx) => {
    await teaching(person, tx);
    await execute('select 1 from people where id = $1 for update', [person.id], tx);
    const known = await select(Row, PHRASES, [person.id, MOST_PHRASES], tx);
    const same = known.find((phrase) => phrase.body === body);
    if (same) return { ok: true, id: same.id };
    if (known.length >= MOST_PHRASES) return { ok: false, why: 'phrases-full' };
    const [made] = await select(z.object({ id: z.string() }), KEEP, [person.id, body, new Date(clock.now())], tx);
    return { ok: true, id: made?.id ?? '' };
  });
}

/** Notes that a phrase was used, or lets go of it. Nothing happens where it is not this person's. */
export async function touchPhrase(
  person: Actor,
  { id, what }: { id: string; what: 'used' | 'drop' }
): Promise<{ ok: true }> {
  await teaching(person);
  await execute(what === 'used' ? USED : DROP, [id, person.id]);
  return { ok: true };
}

async function teaching(person: Actor, tx?: Tx): Promise<void> {
  const [row] = await select(z.object({ teaches: z.boolean() }), TEACHES, [person.id], tx);
  if (!may(person, 'keep-phrases', { courseRole: row?.teaches ? 'teacher' : null })) throw new NotHere('These phrases');
}

const Row = z.object({ id: z.string(), body: z.string() });
const PHRASES = 'select id, body from phrases where person_id = $1 order by used desc, changed_at desc, id limit $2';
const KEEP = 'insert into phrases (person_id, body, changed_at) values ($1, $2, $3) returning id';
const USED = 'update phrases set used = used + 1 where id = $1 and person_id = $2';
const DROP = 'delete from phrases where id = $1 and person_id = $2';
const TEACHES = `
  select exists (select 1 from enrolments where person_id = $1 and role = 'teacher' and left_at is null) as teaches`;
