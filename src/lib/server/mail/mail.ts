import nodemailer from 'nodemailer';
import { z } from 'zod';
import { clock } from '../clock';
import { config } from '../config';
import { execute, ms, select, type Tx } from '../db/connection';
import { log } from '../log';

/** A mail in plain text: it reads everywhere, and nothing in it can be made to look like something else. */
export interface Mail {
  to: string;
  subject: string;
  body: string;
}

/**
 * Queues a mail with the work that causes it: it is sent when that is committed, and not otherwise.
 *
 * Every mail is kept in the outbox. Where no mail server is configured it stays there, to be read on the stand-in's
 * page; `sendQueued` sends the others.
 */
export async function queueMail(mail: Mail, tx: Tx): Promise<void> {
  await execute(
    'insert into mails (to_address, subject, body, at) values ($1, $2, $3, $4)',
    [mail.to, mail.subject, mail.body, new Date(clock.now())],
    tx
  );
}

/** Whether a mail server is configured (`VENDRO_SMTP_URL`). */
export const sendsMail = config.smtpUrl !== null;

/**
 * Sends what waits in the outbox, a few at a time. Two processes never send the same mail: each takes its rows under
 * lock. A mail that fails keeps the reason and is not tried again on its own.
 */
export async function sendQueued(): Promise<number> {
  if (config.smtpUrl === null) return 0;
  const transport = nodemailer.createTransport(config.smtpUrl);
  const mails = await select(
    MailRow,
    `update mails set sent_at = $1 where id in (
       select id from mails where sent_at is null and problem is null order by at limit 50 for update skip locked)
     returning id, to_address as "to", subject, body, ${ms('at')} as at`,
    [new Date(clock.now())]
  );
  for (const mail of mails) {
    try {
      await transport.sendMail(message(mail));
    } catch (error) {
      log.warn({ err: error, mail: mail.id }, 'a mail could not be sent');
      const problem = error instanceof Error ? error.message.slice(0, 500) : 'unknown';
      await execute('update mails set sent_at = null, problem = $2 where id = $1', [mail.id, problem]);
    }
  }
  return mails.length;
}

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

function message({ id, to, subject, body, at }: OutboxMail) {
  return {
    from: { name: 'Vendro', address: config.mailFrom },
    to,
    subject,
    text: body,
    date: new Date(at),
    messageId: `<${id}@${config.mailFrom.split('@')[1] ?? 'localhost'}>`
  };
}

const MailRow = z.object({ id: z.string(), to: z.string(), subject: z.string(), body: z.string(), at: z.number() });
