import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { changePerson, PersonForm, readPerson, renewWayIn } from '$server/school/people';
import { handleForm } from '../../../shared/form';
import { orNotFound, signedIn } from '../../../shared/guard';
import { schoolRefusalWords } from '../../refusals';

export const load = async ({ locals, params, url }) => ({
  one: await orNotFound(readPerson(signedIn(locals, url), params.id)),
  isNew: url.searchParams.has('new')
});

export const actions = {
  change: ({ locals, params, url, request }) =>
    handleForm(request, PersonForm, async (given) => {
      const changed = await changePerson(signedIn(locals, url), params.id, given);
      return changed.ok ? { done: 'Kept.', link: null } : fail(409, { problem: schoolRefusalWords(changed.why) });
    }),
  // Answers without going back to the page, also without scripts: the link is shown this once.
  renew: async ({ locals, params, url }) => {
    z.uuid().parse(params.id);
    const { href, until } = await orNotFound(renewWayIn(signedIn(locals, url), params.id));
    return {
      done: href === null ? 'A link was mailed. It works once, for a week.' : null,
      link: href && { href, until }
    };
  }
};
