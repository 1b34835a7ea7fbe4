import { z } from 'zod';
import { mayForSchool, type Actor } from '$core/people/policy';
import { audit } from '../db/audit';
import { mailPasswordLink, makePasswordLink } from '../auth/password-links';
import { NO_PASSWORD } from '../auth/passwords';
import { closeAllSessions } from '../auth/sessions';
import { execute, inTransaction, ms, select, type Tx } from '../db/connection';
import { sendsMail } from '../mail/mail';
import { NotHere, type Outcome } from '../outcome';
import { layPerson, NewPerson } from '../people/create-person';
import { sortNameOf } from './make-school';
import { readSchool } from './school';

/** Lines of a page of people. */
export const PEOPLE_PAGE = 100;

/** Somebody of the school, as the office sees them in a list. */
export interface SchoolPerson {
  id: string;
  handle: string;
  name: string;
  sortName: string;
  email: string;
  /** They have chosen a password. */
  hasPassword: boolean;
  office: boolean;
  studies: number;
  teaches: number;
  lastSeen: number | null;
}

export interface PeoplePlace {
  sortName: string;
  id: string;
}

/** @throws NotHere for anybody but the office */
function mustKeepPeople(person: Actor): void {
  if (!mayForSchool(person, 'keep-people')) throw new NotHere('This page');
}

/** The people of the school by family name, a page at a time by keyset; or those whose name, account or address has the words. */
export async function readPeople(
  person: Actor,
  search: string,
  after: PeoplePlace | null
): Promise<{ people: SchoolPerson[]; next: PeoplePlace | null; total: number }> {
  mustKeepPeople(person);
  const like = search === '' ? null : `%${search.replace(/[\\%_]/g, '\\$&')}%`;
  const rows = await select(Row, PEOPLE, [like, after?.sortName ?? null, after?.id ?? null, PEOPLE_PAGE + 1]);
  const people = rows.slice(0, PEOPLE_PAGE).map(({ total: _total, ...one }) => one);
  const last = people.at(-1);
  const next = rows.length > PEOPLE_PAGE && last ? { sortName: last.sortName, id: last.id } : null;
  return { people, next, total: rows[0]?.total ?? 0 };
}

const Facts = z.object({
  id: z.string(),
  handle: z.string(),
  name: z.string(),
  sortName: z.string(),
  email: z.string(),
  hasPassword: z.boolean(),
  office: z.boolean(),
  studies: z.number(),
  teaches: z.number(),
  lastSeen: z.number().nullable()
});
const Row = Facts.extend({ total: z.number() });
const FACTS = `
  p.id, p.handle, p.name, p.sort_name as "sortName", p.email, p.password_hash <> '${NO_PASSWORD}' as "hasPassword",
  exists (select 1 from school_roles r where r.person_id = p.id and r.role = 'office') as office,
  (select count(*)::int from enrolments e where e.person_id = p.id and e.role = 'student' and e.left_at is null) as studies,
  (select count(*)::int from enrolments e where e.person_id = p.id and e.role = 'teacher' and e.left_at is null) as teaches,
  (select ${ms('max(s.seen_at)')} from sessions s where s.person_id = p.id) as "lastSeen"`;
const MATCHES = `($1::text is null or p.name ilike $1 or p.handle ilike $1 or p.email ilike $1)`;
const PEOPLE = `
  select ${FACTS}, (select count(*)::int from people p where ${MATCHES}) as total
  from people p where ${MATCHES} and ($2::text is null or (p.sort_name, p.id) > ($2, $3::uuid))
  order by p.sort_name, p.id limit $4`;

/** One person with the courses that they are in. */
export interface PersonOfSchool extends SchoolPerson {
  zone: string;
  courses: Array<{ id: string; slug: string; title: string; role: 'student' | 'teacher' }>;
}

/** @throws NotHere where there is none, or for anybody but the office */
export async function readPerson(person: Actor, id: string): Promise<PersonOfSchool> {
  mustKeepPeople(person);
  const [row] = await select(
    Facts.extend({
      zone: z.string(),
      courses: z.array(
        z.object({ id: z.string(), slug: z.string(), title: z.string(), role: z.enum(['student', 'teacher']) })
      )
    }),
    `select ${FACTS}, p.zone, coalesce((select json_agg(c) from (
       select c.id, c.slug, c.title, e.role from enrolments e join courses c on c.id = e.course_id
       where e.person_id = p.id and e.left_at is null order by c.title, c.id) c), '[]') as courses
     from people p where p.id = $1`,
    [id]
  );
  if (!row) throw new NotHere('This person');
  return row;
}

export const PersonForm = NewPerson.pick({ handle: true, name: true, email: true }).extend({
  sortName: z.string().trim().max(200).default(''),
  office: z
    .literal('on')
    .optional()
    .transform((ticked) => ticked === 'on')
});
type PersonForm = z.infer<typeof PersonForm>;
type PersonRefusal = 'handle-taken' | 'last-office';

/** Makes an account for somebody. They choose their password by a link. */
export async function addPerson(person: Actor, given: PersonForm): Promise<Outcome<{ id: string }, PersonRefusal>> {
  mustKeepPeople(person);
  return inTransaction(async (tx) => {
    if (await isTaken(given.handle, null, tx)) return { ok: false, why: 'handle-taken' };
    const school = await readSchool(tx);
    const { handle, name, email } = given;
    const facts = { handle, name, email, sortName: given.sortName || sortNameOf(name), zone: school?.zone ?? 'UTC' };
    const roles = given.office ? (['office'] as const) : [];
    const { id } = await layPerson({ ...facts, sourcedId: null, passwordHash: NO_PASSWORD }, roles, tx);
    await audit(person.id, 'add-person', id, { handle }, tx);
    return { ok: true, id };
  });
}

/** Changes what an account is called, whose it is, and whether it is the office's. */
export async function changePerson(
  person: Actor,
  id: string,
  given: PersonForm
): Promise<Outcome<object, PersonRefusal>> {
  mustKeepPeople(person);
  return inTransaction(async (tx) => {
    const [row] = await select(z.object({ office: z.boolean() }), BEFORE, [id], tx);
    if (!row) throw new NotHere('This person');
    if (await isTaken(given.handle, id, tx)) return { ok: false, why: 'handle-taken' };
    // A school whose office nobody can enter any more is lost.
    if (row.office && !given.office && !(await hasOtherOffice(id, tx))) return { ok: false, why: 'last-office' };
    await execute(
      'update people set handle = $2, name = $3, sort_name = $4, email = $5 where id = $1',
      [id, given.handle, given.name, given.sortName || sortNameOf(given.name), given.email],
      tx
    );
    const role = given.office
      ? "insert into school_roles (person_id, role) values ($1, 'office') on conflict do nothing"
      : "delete from school_roles where person_id = $1 and role = 'office'";
    await execute(role, [id], tx);
    if (row.office !== given.office) await closeAllSessions(id, tx);
    await audit(person.id, 'change-person', id, { handle: given.handle, office: given.office }, tx);
    return { ok: true };
  });
}

const BEFORE = `select exists (select 1 from school_roles r where r.person_id = p.id and r.role = 'office') as office
  from people p where p.id = $1 for update of p`;

async function hasOtherOffice(id: string, tx: Tx): Promise<boolean> {
  const sql = "select person_id as id from school_roles where role = 'office' and person_id <> $1 limit 1";
  return (await select(z.object({ id: z.string() }), sql, [id], tx)).length > 0;
}

async function isTaken(handle: string, by: string | null, tx: Tx): Promise<boolean> {
  const sql = 'select id from people where handle = $1 and id is distinct from $2::uuid';
  return (await select(z.object({ id: z.string() }), sql, [handle, by], tx)).length > 0;
}

/**
 * Gives somebody a new way in: a link by which they choose a password, mailed where mails are sent, else for the office to
 * hand over.
 *
 * @returns the link where it was not mailed
 */
export async function renewWayIn(person: Actor, id: string): Promise<{ href: string | null; until: number | null }> {
  mustKeepPeople(person);
  return inTransaction(async (tx) => {
    const [row] = await select(
      z.object({ id: z.string(), handle: z.string(), email: z.string(), zone: z.string() }),
      'select id, handle, email, zone from people where id = $1 for update',
      [id],
      tx
    );
    if (!row) throw new NotHere('This person');
    await audit(person.id, 'renew-way-in', id, {}, tx);
    if (!sendsMail) return makePasswordLink(id, person.id, tx);
    await mailPasswordLink(row, person.id, tx);
    return { href: null, until: null };
  });
}
