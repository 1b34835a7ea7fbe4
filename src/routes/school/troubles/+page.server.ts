import { z } from 'zod';
import { readTroubles, sendAgain } from '$server/school/troubles';
import { handleForm } from '../../shared/form';
import { orNotFound, signedIn } from '../../shared/guard';

export const load = async ({ locals, url }) => orNotFound(readTroubles(signedIn(locals, url)));

export const actions = {
  again: ({ locals, url, request }) =>
    handleForm(request, z.object({ id: z.uuid() }), async ({ id }) => {
      await sendAgain(signedIn(locals, url), id);
      return { done: 'It is tried again now, and for two days.' };
    })
};
