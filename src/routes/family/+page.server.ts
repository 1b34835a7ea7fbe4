import { z } from 'zod';
import { readChildren, readOwnDigests } from '$server/family/digests';
import { endGuardian, GuardianInvited, inviteGuardian, readGuardians } from '$server/family/guardians';
import { readOwnSupporters, SupportWritten, writeSupportNote } from '$server/family/supporters';
import { clock } from '$server/clock';
import { action } from '../shared/action';
import { orNotFound, signedIn } from '../shared/guard';

export const load = async ({ locals, url }) => {
  const person = signedIn(locals, url);
  const now = clock.now();
  const children = person.schoolRoles.includes('guardian') ? await orNotFound(readChildren(person)) : null;
  if (!person.studies) return { children: children ?? [], own: null, now };
  const [guardians, digests, supporters] = await Promise.all([
    orNotFound(readGuardians(person, person.id)),
    readOwnDigests(person),
    readOwnSupporters(person)
  ]);
  return { children: children ?? [], own: { guardians, digests, supporters }, now };
};

const Invited = GuardianInvited.omit({ studentId: true });
export const actions = {
  invite: action(Invited, (person, given) => inviteGuardian(person, { ...given, studentId: person.id }), {
    then: (_, { email }) => ({
      done: `An invitation is on its way to ${email}. Nothing else comes before they say yes.`
    })
  }),
  end: action(z.object({ id: z.uuid() }), (person, { id }) => endGuardian(person, id), {
    then: () => ({ done: 'Ended. Nothing comes there any more.' })
  }),
  write: action(SupportWritten, writeSupportNote, { then: () => ({ done: 'Sent.' }) })
};
