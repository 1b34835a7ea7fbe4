import { error } from '@sveltejs/kit';
import { clock } from '$server/clock';
import { readOutbox } from '$server/mail/mail';
import { outboxIsOpen } from '$server/standins/outbox';
import { signedIn } from '../shared/guard';

export const load = async ({ locals, url }) => {
  const person = signedIn(locals, url);
  if (!(await outboxIsOpen())) error(404, 'There is nothing here, or it is not yours to see.');
  return { mails: await readOutbox(person), all: person.schoolRoles.includes('office'), now: clock.now() };
};
