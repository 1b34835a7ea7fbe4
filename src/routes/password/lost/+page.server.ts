import { openAction } from '../../shared/action';
import { z } from 'zod';
import { askForPassword } from '$server/auth/password-links';
import { sendsMail } from '$server/mail/mail';
import { isDemoLoaded } from '$server/db/settings';

/** Where mails go nowhere, the office is the way; the demo shows its own outbox. */
export const load = async () => ({ mails: sendsMail || (await isDemoLoaded()) });

const Who = z.object({ who: z.string().trim().min(2, 'Write your account name or your mail address.').max(200) });

export const actions = { default: openAction(Who, ({ who }) => askForPassword(who)) };
