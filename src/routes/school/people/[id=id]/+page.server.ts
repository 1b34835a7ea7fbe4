import type { RequestEvent } from './$types';
import { action } from '../../../shared/action';
import { z } from 'zod';
import { NotHere } from '$server/outcome';
import type { Actor } from '$core/people/policy';
import { endGuardian, GuardianInvited, inviteGuardian, readGuardians } from '$server/family/guardians';
import { endSupporter, giveSupporter, readSupporters } from '$server/family/supporters';
import { changePerson, PersonForm, readPerson, renewWayIn } from '$server/school/people';
import { orNotFound, signedIn } from '../../../shared/guard';

export const load = async ({ locals, params, url }) => ({
  one: await orNotFound(readPerson(signedIn(locals, url), params.id)),
  ...(await aroundStudent(signedIn(locals, url), params.id)),
  isNew: url.searchParams.has('new')
});

/** Who hears of a student at home, and who supports them; nobody, of who studies nowhere. */
async function aroundStudent(person: Actor, id: string) {
  const supporters = await orNotFound(readSupporters(person, id));
  const guardians = await readGuardians(person, id).catch((error: unknown) => {
    if (error instanceof NotHere) return null;
    throw error;
  });
  return { supporters, guardians };
}

const Account = z.string().trim().min(1, 'Write an account name.').max(64);
export const actions = {
  invite: action(GuardianInvited, inviteGuardian, {
    then: (_, { email }) => ({ done: `An invitation is on its way to ${email}.`, link: null })
  }),
  end: action(z.object({ id: z.uuid() }), (person, { id }) => endGuardian(person, id), {
    then: () => ({ done: 'Ended.', link: null })
  }),
  support: action(
    z.object({ account: Account }),
    (person, { account }, { params }: RequestEvent) => giveSupporter(person, { studentId: params.id, account }),
    { then: () => ({ done: 'They find the student under “Whom you support”.', link: null }) }
  ),
  unsupport: action(z.object({ id: z.uuid() }), (person, { id }) => endSupporter(person, id), {
    then: () => ({ done: 'Ended.', link: null })
  }),
  change: action(PersonForm, (person, given, { params }: RequestEvent) => changePerson(person, params.id, given), {
    then: () => ({ done: 'Kept.', link: null })
  }),
  renew: action(z.object({}), (person, _, { params }: RequestEvent) => renewWayIn(person, params.id), {
    // The link is shown this once.
    stays: true,
    then: ({ href, until }) => ({
      done: href === null ? 'A link was mailed. It works once, for a week.' : true,
      link: href && { href, until }
    })
  })
};
