import nodemailer from 'nodemailer';
import { z } from 'zod';
import { mailHtml } from '$core/mail/as-html';
import { mayForSchool, type Actor } from '$core/people/policy';
import { clock } from '../clock';
import { config } from '../config';
import { execute, ms, select, type Tx } from '../db/connection';
import { enqueue } from '../db/queue';
import { Stop, stopAddress } from './stop';

/** A mail in plain text. Beside it goes HTML with the same words; nothing in it can be made to look like something else. */
export interface Mail {
  to: string;
  subject: string;
  body: string;
  /** The invitation that it carries, beside which it is said should it not be delivered. */
  invitationId?: string;
  /** What its receiver can switch off of mails like it; nothing where they cannot. */
  stop?: Stop;
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
    `insert into mails (to_address, subject, body, at, next_at, invitation_id, stop)
     values ($1, $2, $3, $4, $5, $6, $7)`,
    [
      mail.to,
      mail.subject,
      mail.body,
      at,
      sendsMail ? at : null,
      mail.invitationId ?? null,
      mail.stop ? JSON.stringify(mail.stop) : null
    ],
    tx
  );
  if (sendsMail) await enqueue('send-mails', {}, 0, tx);
}

/** Whether a mail server is configured (`VENDRO_SMTP_URL`). */
export const sendsMail = config.smtpUrl !== null;

export type OutboxMail = z.infer<typeof MailRow>;

/** The latest mails of the outbox: a person's own, and all of them for the office. For the stand-in's page alone. */
export function readOutbox(person: Actor): Promise<OutboxMail[]> {
  return select(MailRow, `select ${MAIL_COLUMNS} from mails where ${SEEN_BY} order by at desc, id limit 100`, [
    ...seenBy(person)
  ]);
}

/** One mail as it would travel, in the Internet Message Format (RFC 5322); null where it is not known, or not theirs. */
export async function readEml(person: Actor, id: string): Promise<Buffer | null> {
  const sql = `select ${MAIL_COLUMNS} from mails where ${SEEN_BY} and id = $3`;
  const [mail] = await select(MailRow, sql, [...seenBy(person), id]);
  if (!mail) return null;
  const transport = nodemailer.createTransport({ streamTransport: true, buffer: true, newline: 'windows' });
  const sent = await transport.sendMail(await message(mail));
  return sent.message as Buffer;
}

const SEEN_BY = '($2 or lower(to_address) = (select lower(email) from people where id = $1))';
const seenBy = (person: Actor): [string, boolean] => [person.id, mayForSchool(person, 'see-troubles')];

/** A mail as the mail library wants it. Its Message-ID is its own for ever: trying again sends no second mail (RFC 5322, 3.6.4). */
export async function message({ id, to, subject, body, at, stop }: OutboxMail) {
  return {
    from: { name: 'Vendro', address: config.mailFrom },
    to,
    subject,
    text: body,
    html: mailHtml(body, subject),
    date: new Date(at),
    messageId: `<${id}@${config.mailFrom.split('@')[1] ?? 'localhost'}>`,
    headers: {
      // Nobody's out-of-office reply is wanted (RFC 3834).
      'Auto-Submitted': 'auto-generated',
      ...(stop && {
        'List-Unsubscribe': { prepared: true, value: `<${await stopAddress(stop)}>` },
        'List-Unsubscribe-Post': 'List-Unsubscribe=One-Click'
      })
    }
  };
}

export const MailRow = z.object({
  id: z.string(),
  to: z.string(),
  subject: z.string(),
  body: z.string(),
  at: z.number(),
  stop: Stop.nullable()
});
export const MAIL_COLUMNS = `id, to_address as "to", subject, body, ${ms('at')} as at, stop`;
