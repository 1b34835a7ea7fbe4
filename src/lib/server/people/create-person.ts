import { z } from 'zod';
import type { SchoolRole } from '$core/people/policy';
import { HANDLE } from '$core/school/roster-files';
import { isZone } from '$core/time/wall-clock';
import { clock } from '../clock';
import { inTransaction, type Tx } from '../db/connection';
import { Party, PartyMember, Person, SchoolRoleHeld } from '../db/models/people';
import { hashPassword, NO_PASSWORD } from '../auth/passwords';

/** The shortest password that is taken, in characters: length is what makes one hard to guess (NIST SP 800-63B, 5.1.1.2). */
export const Password = z
  .string()
  .min(10, 'A password has at least 10 characters. Several words are easy to remember.')
  .max(200, 'A password has 200 characters at most.');

/** An IANA time zone. */
export const Zone = z.string().refine(isZone, 'That is no time zone. One is written like Atlantic/Faroe.');

export const NewPerson = z.object({
  handle: z
    .string()
    .trim()
    .toLowerCase()
    .regex(HANDLE, 'An account name has 2 to 64 letters, digits, dots or dashes, and no space.'),
  name: z.string().trim().min(1).max(200),
  sortName: z.string().trim().min(1).max(200),
  email: z.email('That is no mail address.'),
  zone: Zone,
  /** Left out where they choose it themselves, by a link. */
  password: Password.optional(),
  sourcedId: z.string().max(100).nullable().default(null),
  schoolRoles: z.array(z.enum(['office', 'guardian'])).default([])
});

/** Creates an account, with the party of one through which this person hands work over. */
export async function createPerson(input: z.input<typeof NewPerson>): Promise<{ id: string }> {
  const { password, schoolRoles, ...facts } = NewPerson.parse(input);
  const passwordHash = password === undefined ? NO_PASSWORD : await hashPassword(password);
  return inTransaction((tx) => layPerson({ ...facts, passwordHash }, schoolRoles, tx));
}

/** The same inside a transaction, with what was parsed already. */
export async function layPerson(
  facts: Omit<z.infer<typeof NewPerson>, 'password' | 'schoolRoles'> & { passwordHash: string },
  schoolRoles: readonly SchoolRole[],
  transaction: Tx
): Promise<{ id: string }> {
  const person = await Person.create({ ...facts, createdAt: new Date(clock.now()) }, { transaction });
  const party = await Party.create({ id: person.id, kind: 'person' }, { transaction });
  await PartyMember.create({ partyId: party.id, personId: person.id }, { transaction });
  const roles = schoolRoles.map((role: SchoolRole) => ({ personId: person.id, role }));
  await SchoolRoleHeld.bulkCreate(roles, { transaction });
  return { id: person.id };
}
