import { z } from 'zod';
import { readAssignment } from '$server/assignments/read-assignment';
import { chooseParty, leaveParty, readOpenParties } from '$server/together/choose-party';
import { action } from '../../../shared/action';
import { orNotFound, signedIn } from '../../../shared/guard';
import type { RequestEvent } from './$types';

export const load = async ({ locals, url, params }) => {
  const person = signedIn(locals, url);
  const { facts, together, choosing } = await orNotFound(readAssignment(person, params.id));
  const parties = await orNotFound(readOpenParties(person, params.id));
  return { assignmentId: params.id, title: facts.title, together, choosing, parties };
};

const Choice = z.object({
  partyId: z.union([z.literal('').transform(() => null), z.uuid()]).default(null),
  name: z.string().trim().max(60, 'A name holds 60 characters at most.').default('')
});
const back = (_: unknown, __: unknown, { params }: RequestEvent) => `/assignments/${params.id}#packet`;

export const actions = {
  choose: action(
    Choice,
    (person, given, { params }: RequestEvent) => chooseParty(person, { ...given, assignmentId: params.id }),
    { goTo: back }
  ),
  leave: action(
    z.object({}),
    (person, _, { params }: RequestEvent) => leaveParty(person, { assignmentId: params.id }),
    {
      goTo: back
    }
  )
};
