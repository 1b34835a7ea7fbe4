import { sendsMail } from '../mail/mail';
import { isDemoLoaded } from '../db/settings';

/**
 * Whether the simulated outbox may be looked into: only while the demo world is loaded and no mail server is
 * configured. Anywhere else its mails are other people's.
 */
export async function outboxIsOpen(): Promise<boolean> {
  return !sendsMail && (await isDemoLoaded());
}
