import { action } from '../shared/action';
import { z } from 'zod';
import { joinRefusalWords } from '$core/courses/join-phrase';
import { acceptInvitation } from '$server/courses/invitations';
import { joinByPhrase } from '$server/courses/join';
import { signedIn } from '../shared/guard';

export const load = ({ locals, url }) => {
  signedIn(locals, url);
};

const toCourse = { goTo: ({ slug }: { slug: string }) => `/courses/${slug}` };
const Phrase = z.object({ phrase: z.string().max(200).catch('') });
const Accepting = z.object({ invitationId: z.uuid(joinRefusalWords('invitation-unknown')) });

export const actions = {
  phrase: action(Phrase, (person, { phrase }) => joinByPhrase(person, phrase), toCourse),
  accept: action(Accepting, acceptInvitation, toCourse)
};
