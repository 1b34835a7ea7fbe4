import { z } from 'zod';
import { LONGEST_PAGE } from '$core/pages/bounds';
import { keepStarter, readStarter } from '$server/assignments/starter';
import { action } from '../../../../shared/action';
import { orNotFound, signedIn } from '../../../../shared/guard';
import type { RequestEvent } from './$types';

export const load = async ({ locals, params, url }) => ({
  starter: await orNotFound(
    readStarter(signedIn(locals, url), { assignmentId: params.id, deliverableId: params.place })
  ),
  assignmentId: params.id,
  placeId: params.place
});

const StarterForm = z.object({
  text: z.string().max(LONGEST_PAGE),
  known: z.coerce.number().int().min(0)
});

export const actions = {
  keep: action(
    StarterForm,
    (person, starter, { params }: RequestEvent) =>
      keepStarter(person, { assignmentId: params.id, deliverableId: params.place }, starter),
    { then: ({ corrected, loose, version }) => ({ done: true as const, corrected, loose, version }) }
  )
};
