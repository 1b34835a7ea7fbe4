import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { joinRefusalWords } from '$core/courses/join-phrase';
import { acceptInvitation } from '$server/courses/invitations';
import { joinByPhrase } from '$server/courses/join';
import { signedIn } from '../shared/guard';
import { readForm } from '../shared/read-form';

export const load = ({ locals, url }) => {
  signedIn(locals, url);
};

export const actions = {
  phrase: async ({ locals, url, request }) => {
    const person = signedIn(locals, url);
    const phrase = z
      .string()
      .max(200)
      .catch('')
      .parse((await readForm(request)).get('phrase'));
    const answer = await joinByPhrase(person, phrase);
    if (!answer.ok) return fail(409, { problem: joinRefusalWords(answer.why), phrase });
    redirect(303, `/courses/${answer.slug}`);
  },
  accept: async ({ locals, url, request }) => {
    const person = signedIn(locals, url);
    const id = z.uuid().safeParse((await readForm(request)).get('invitationId'));
    if (!id.success) return fail(400, { problem: joinRefusalWords('invitation-unknown'), phrase: '' });
    const answer = await acceptInvitation(person, { invitationId: id.data });
    if (!answer.ok) return fail(409, { problem: joinRefusalWords(answer.why), phrase: '' });
    redirect(303, `/courses/${answer.slug}`);
  }
};
