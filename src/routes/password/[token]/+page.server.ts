import type { RequestEvent } from './$types';
import { openAction } from '../../shared/action';
import { z } from 'zod';
import { openPasswordLink, usePasswordLink } from '$server/auth/password-links';
import { clock } from '$server/clock';
import { Password } from '$server/people/create-person';

export const load = async ({ params }) => ({ link: await openPasswordLink(params.token), now: clock.now() });

const Chosen = z
  .object({ password: Password, again: z.string().max(200) })
  .refine(({ password, again }) => password === again, 'The two passwords differ. Write the same one twice.');

export const actions = {
  default: openAction(Chosen, ({ password }, { params }: RequestEvent) => usePasswordLink(params.token, password), {
    goTo: () => '/sign-in?chosen'
  })
};
