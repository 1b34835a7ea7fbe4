import { z } from 'zod';
import { mayForSchool, type Actor } from '$core/people/policy';
import { audit } from '../db/audit';
import { execute, inTransaction, select, type Tx } from '../db/connection';
import { NotHere, type Outcome } from '../outcome';

/** An office of the school that has stages of work, with who sits in it. */
export interface Office {
  id: string;
  name: string;
  people: Array<{ id: string; name: string; handle: string }>;
  /** Works that are with it now. */
  holds: number;
}

/** A school has a handful; a bound on the page. */
const MOST = 100;

/** All offices by name. @throws NotHere for anybody but the school's office */
export async function readOffices(person: Actor): Promise<Office[]> {
  mustKeep(person);
  return select(Row, OFFICES, [MOST]);
}

/** Offices that a stage can be given to, by name: their names are no secret in the school. */
export function officeNames(tx?: Tx): Promise<Array<{ id: string; name: string }>> {
  return select(Named, 'select id, name from offices order by name limit $1', [MOST], tx);
}

/** Makes an office. Its name stays: tracks and logs speak of it by that. */
export async function makeOffice(
  person: Actor,
  { name }: { name: string }
): Promise<Outcome<{ id: string }, OfficeRefusal>> {
  mustKeep(person);
  return inTransaction(async (tx) => {
    const [row] = await select(
      z.object({ id: z.string() }),
      'insert into offices (name) values ($1) on conflict do nothing returning id',
      [name],
      tx
    );
    if (!row) return { ok: false, why: 'office-named-so' };
    await audit(person.id, 'make-office', row.id, { name }, tx);
    return { ok: true, id: row.id };
  });
}

/** Lets somebody sit in an office: they see and pass on what is with it. @param account their account name */
export async function seatInOffice(
  person: Actor,
  { office, account }: { office: string; account: string }
): Promise<Outcome<object, OfficeRefusal>> {
  mustKeep(person);
  return inTransaction(async (tx) => {
    const [known] = await select(Found, FIND, [office, account.toLowerCase()], tx);
    if (!known) throw new NotHere('This office');
    if (known.person === null) return { ok: false, why: 'nobody-of-that-name' };
    await execute('insert into office_people values ($1, $2) on conflict do nothing', [office, known.person], tx);
    await audit(person.id, 'seat-in-office', known.person, { office }, tx);
    return { ok: true };
  });
}

/** Lets them leave it. */
export async function leaveOffice(
  person: Actor,
  at: { office: string; person: string }
): Promise<Outcome<object, never>> {
  mustKeep(person);
  await inTransaction(async (tx) => {
    await execute('delete from office_people where office_id = $1 and person_id = $2', [at.office, at.person], tx);
    await audit(person.id, 'leave-office', at.person, { office: at.office }, tx);
  });
  return { ok: true };
}

/** Who sits in an office. */
export async function peopleOf(office: string, tx: Tx): Promise<string[]> {
  const rows = await select(
    z.object({ id: z.string() }),
    'select person_id as id from office_people where office_id = $1',
    [office],
    tx
  );
  return rows.map(({ id }) => id);
}

function mustKeep(person: Actor): void {
  if (!mayForSchool(person, 'keep-offices')) throw new NotHere('This page');
}

type OfficeRefusal = 'office-named-so' | 'nobody-of-that-name';

const Named = z.object({ id: z.string(), name: z.string() });
const Row = Named.extend({
  people: z.array(z.object({ id: z.string(), name: z.string(), handle: z.string() })),
  holds: z.number()
});
const OFFICES = `
  select o.id, o.name,
    coalesce((select json_agg(json_build_object('id', s.id, 'name', s.name, 'handle', s.handle) order by s.sort_name)
      from office_people m join people s on s.id = m.person_id where m.office_id = o.id), '[]') as people,
    (select count(*)::int from packets p where p.office_id = o.id and p.standing_round is not null
      and not p.excused and not p.in_person) as holds
  from offices o order by o.name limit $1`;
const Found = z.object({ person: z.string().nullable() });
const FIND = `select (select p.id from people p where lower(p.handle) = $2) as person from offices o where o.id = $1`;
