import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { openPasswordLink, usePasswordLink } from '$server/auth/password-links';
import { clock } from '$server/clock';
import { Password } from '$server/people/create-person';
import { handleForm } from '../../shared/form';

export const load = async ({ params }) => ({ link: await openPasswordLink(params.token), now: clock.now() });

const Chosen = z.object({ password: Password, again: z.string().max(200) });

export const actions = {
  default: ({ params, request }) =>
    handleForm(request, Chosen, async ({ password, again }) => {
      if (password !== again) return fail(400, { problem: 'The two passwords differ. Write the same one twice.' });
      if (!(await usePasswordLink(params.token, password)))
        return fail(409, { problem: 'This link does not work any more. Ask for a new one.' });
      redirect(303, '/sign-in?chosen');
    })
};
