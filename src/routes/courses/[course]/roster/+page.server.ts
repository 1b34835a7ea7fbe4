import { redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { invite, NewInvitations, readRoster, withdrawInvitation } from '$server/courses/invitations';
import { changeJoinPhrase, leaveCourse, readJoinPhraseOf, removeStudent } from '$server/courses/join';
import { clock } from '$server/clock';
import { handleForm } from '../../../shared/form';
import { orNotFound, signedIn } from '../../../shared/guard';

export const load = async ({ parent }) => {
  const { course } = await parent();
  const teaches = course.role === 'teacher';
  const { people, invitations } = await readRoster(course.id);
  return {
    people: teaches ? people : people.filter(({ left }) => left === null),
    invitations: teaches ? invitations : [],
    phrase: teaches ? await readJoinPhraseOf(course.id) : null,
    now: clock.now()
  };
};

export const actions = {
  invite: async ({ locals, params, url, request }) =>
    handleForm(request, NewInvitations, async (invitations) => {
      const sent = await invite(signedIn(locals, url), params.course, invitations);
      return { done: sent === 1 ? 'One invitation is on its way.' : `${sent} invitations are on their way.` };
    }),
  withdraw: async ({ locals, params, url, request }) =>
    handleForm(request, z.object({ id: z.uuid() }), async ({ id }) => {
      await withdrawInvitation(signedIn(locals, url), params.course, id);
      return { done: 'The invitation is withdrawn: its link lets nobody in any more.' };
    }),
  phrase: async ({ locals, params, url, request }) =>
    handleForm(request, z.object({ to: z.enum(['new', 'closed']) }), async ({ to }) => {
      await changeJoinPhrase(signedIn(locals, url), params.course, to);
      return {
        done: to === 'new' ? 'This phrase holds from now on; the old one does not.' : 'Joining by phrase is closed.'
      };
    }),
  remove: async ({ locals, params, url, request }) =>
    handleForm(request, z.object({ id: z.uuid() }), async ({ id }) => {
      await removeStudent(signedIn(locals, url), params.course, id);
      return { done: 'They are out of the course. What they submitted is kept, and is there again if they come back.' };
    }),
  leave: async ({ locals, params, url }) => {
    await orNotFound(leaveCourse(signedIn(locals, url), params.course));
    redirect(303, '/courses');
  }
};
