import { z } from 'zod';
import type { SchoolRole } from '$core/people/policy';
import { clock } from '../clock';
import { inTransaction } from '../db/connection';
import { Party, PartyMember, Person, SchoolRoleHeld } from '../db/models/people';
import { hashPassword } from '../auth/passwords';

export const NewPerson = z.object({
  handle: z.string().trim().toLowerCase().min(2).max(64),
  name: z.string().trim().min(1).max(200),
  sortName: z.string().trim().min(1).max(200),
  email: z.email(),
  zone: z.string().min(1),
  password: z.string().min(10).max(200),
  schoolRoles: z.array(z.enum(['office', 'guardian'])).default([])
});

/** Creates an account, with the party of one through which this person hands work over. */
export async function createPerson(input: z.input<typeof NewPerson>): Promise<{ id: string }> {
  const { password, schoolRoles, ...facts } = NewPerson.parse(input);
  const passwordHash = await hashPassword(password);
  return inTransaction(async (transaction) => {
    const person = await Person.create({ ...facts, passwordHash, createdAt: new Date(clock.now()) }, { transaction });
    const party = await Party.create({ id: person.id, kind: 'person' }, { transaction });
    await PartyMember.create({ partyId: party.id, personId: person.id }, { transaction });
    const roles = schoolRoles.map((role: SchoolRole) => ({ personId: person.id, role }));
    await SchoolRoleHeld.bulkCreate(roles, { transaction });
    return { id: person.id };
  });
}
