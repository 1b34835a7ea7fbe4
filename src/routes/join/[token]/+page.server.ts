import { fail, redirect } from '@sveltejs/kit';
import { joinRefusalWords } from '$core/courses/join-phrase';
import { clock } from '$server/clock';
import { acceptInvitation, openInvitation } from '$server/courses/invitations';
import { signedIn } from '../../shared/guard';

export const load = async ({ locals, params, url }) => ({
  invitation: await openInvitation(signedIn(locals, url), params.token),
  now: clock.now()
});

export const actions = {
  default: async ({ locals, params, url }) => {
    const answer = await acceptInvitation(signedIn(locals, url), { token: params.token });
    if (!answer.ok) return fail(409, { problem: joinRefusalWords(answer.why) });
    redirect(303, `/courses/${answer.slug}`);
  }
};
