import { action } from '../../shared/action';
import { z } from 'zod';
import { readTroubles, sendAgain } from '$server/school/troubles';
import { orNotFound, signedIn } from '../../shared/guard';

export const load = async ({ locals, url }) => orNotFound(readTroubles(signedIn(locals, url)));

export const actions = {
  again: action(z.object({ id: z.uuid() }), (person, { id }) => sendAgain(person, id), {
    then: () => ({ done: 'It is tried again now, and for two days.' })
  })
};
