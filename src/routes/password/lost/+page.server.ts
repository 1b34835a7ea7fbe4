import { z } from 'zod';
import { askForPassword } from '$server/auth/password-links';
import { sendsMail } from '$server/mail/mail';
import { isDemoLoaded } from '$server/db/settings';
import { handleForm } from '../../shared/form';

/** Where mails go nowhere, the office is the way; the demo shows its own outbox. */
export const load = async () => ({ mails: sendsMail || (await isDemoLoaded()) });

const Who = z.object({ who: z.string().trim().min(2, 'Write your account name or your mail address.').max(200) });

export const actions = {
  default: ({ request }) =>
    handleForm(request, Who, async ({ who }) => {
      await askForPassword(who);
      return { done: true };
    })
};
