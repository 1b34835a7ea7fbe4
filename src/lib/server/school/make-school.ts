import { z } from 'zod';
import { makePasswordLink } from '../auth/password-links';
import { NO_PASSWORD } from '../auth/passwords';
import { inTransaction, select } from '../db/connection';
import { layPerson, NewPerson } from '../people/create-person';
import { noteSchool, School } from './school';

const Founder = NewPerson.pick({ handle: true, name: true, email: true });
export const NewSchool = School.extend({ office: Founder, teacher: Founder });

/** Why no school was made. */
export class SchoolRefused extends Error {}

/**
 * Makes a school with its office and its first teacher, where there is nobody yet.
 *
 * @returns the links by which the two choose their passwords; no password is ever made up or shown
 * @throws SchoolRefused where there are people already
 */
export async function makeSchool(given: z.input<typeof NewSchool>): Promise<{ office: string; teacher: string }> {
  const { name, zone, office, teacher } = NewSchool.parse(given);
  if (office.handle === teacher.handle) throw new SchoolRefused('Office and teacher need account names of their own.');
  return inTransaction(async (tx) => {
    await select(z.unknown(), 'select pg_advisory_xact_lock(80412)', [], tx);
    const [anybody] = await select(z.object({ handle: z.string() }), 'select handle from people limit 1', [], tx);
    if (anybody)
      throw new SchoolRefused(
        `There are people here already (${anybody.handle} is one). A school is made where there are none.`
      );
    await noteSchool({ name, zone }, tx);
    const found = async (one: z.infer<typeof Founder>, roles: Array<'office'>) => {
      const facts = { ...one, sortName: sortNameOf(one.name), zone, sourcedId: null, passwordHash: NO_PASSWORD };
      const { id } = await layPerson(facts, roles, tx);
      return (await makePasswordLink(id, id, tx)).href;
    };
    return { office: await found(office, ['office']), teacher: await found(teacher, []) };
  });
}

/** Family name first, as rosters sort: the last word of a name, unless it says so itself by a comma. */
export function sortNameOf(name: string): string {
  if (name.includes(',')) return name;
  const words = name.trim().split(/\s+/);
  const last = words.pop() ?? '';
  return words.length === 0 ? last : `${last}, ${words.join(' ')}`;
}
