import nodemailer from 'nodemailer';
import { z } from 'zod';
import { clock } from '../clock';
import { config } from '../config';
import { execute, ms, select, type Tx } from '../db/connection';
import { enqueue } from '../db/queue';

/** A mail in plain text: it reads everywhere, and nothing in it can be made to look like something else. */
export interface Mail {
  to: string;
  subject: string;
  body: string;
  /** The invitation that it carries, beside which it is said should it not be delivered. */
  invitationId?: string;
}

/**
 * Queues a mail with the work that causes it: it is sent when that is committed, and not otherwise, and nobody's request
 * waits for it.
 *
 * Every mail is kept in the outbox. Where no mail server is configured it stays there, to be read on the stand-in's page.
 */
export async function queueMail(mail: Mail, tx: Tx): Promise<void> {
  const at = new Date(clock.now());
  await execute(
    `insert into mails (to_address, subject, body, at, next_at, invitation_id) values ($1, $2, $3, $4, $5, $6)`,
    [mail.to, mail.subject, mail.body, at, sendsMail ? at : null, mail.invitationId ?? null],
    tx
  );
  if (sendsMail) await enqueue('send-mails', {}, 0, tx);
}

/** Whether a mail server is configured (`VENDRO_SMTP_URL`). */
export const sendsMail = config.smtpUrl !== null;

export interface OutboxMail extends Mail {
  id: string;
  at: number;
}

/** The latest mails of the outbox. For the stand-in's page alone. */
export function readOutbox(): Promise<OutboxMail[]> {
  return select(
    MailRow,
    `select id, to_address as "to", subject, body, ${ms('at')} as at from mails order by at desc, id limit 100`
  );
}

/** One mail as it would travel, in the Internet Message Format (RFC 5322); null where it is not known. */
export async function readEml(id: string): Promise<Buffer | null> {
  const [mail] = await select(
    MailRow,
    `select id, to_address as "to", subject, body, ${ms('at')} as at from mails where id = $1`,
    [id]
  );
  if (!mail) return null;
  const transport = nodemailer.createTransport({ streamTransport: true, buffer: true, newline: 'windows' });
  const sent = await transport.sendMail(message(mail));
  return sent.message as Buffer;
}

/** A mail as the mail library wants it. Its Message-ID is its own for ever: trying again sends no second mail (RFC 5322, 3.6.4). */
export function message({ id, to, subject, body, at }: OutboxMail) {
  return {
    from: { name: 'Vendro', address: config.mailFrom },
    to,
    subject,
    text: body,
    date: new Date(at),
    messageId: `<${id}@${config.mailFrom.split('@')[1] ?? 'localhost'}>`
  };
}

export const MailRow = z.object({
  id: z.string(),
  to: z.string(),
  subject: z.string(),
  body: z.string(),
  at: z.number()
});
