import type { RequestEvent } from './$types';
import { action } from '../../shared/action';
import { z } from 'zod';
import { clock } from '$server/clock';
import { acceptInvitation, openInvitation } from '$server/courses/invitations';
import { signedIn } from '../../shared/guard';

export const load = async ({ locals, params, url }) => ({
  invitation: await openInvitation(signedIn(locals, url), params.token),
  now: clock.now()
});

export const actions = {
  default: action(
    z.object({}),
    (person, _, { params }: RequestEvent) => acceptInvitation(person, { token: params.token }),
    { goTo: ({ slug }) => `/courses/${slug}` }
  )
};
