import type { RequestEvent } from './$types';
import { action } from '../../../shared/action';
import { z } from 'zod';
import { changePerson, PersonForm, readPerson, renewWayIn } from '$server/school/people';
import { orNotFound, signedIn } from '../../../shared/guard';

export const load = async ({ locals, params, url }) => ({
  one: await orNotFound(readPerson(signedIn(locals, url), params.id)),
  isNew: url.searchParams.has('new')
});

export const actions = {
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
