import nodemailer, { type Transporter } from 'nodemailer';
import { z } from 'zod';
import { isLastWord, nextTry } from '$core/mail/next-try';
import { MINUTE } from '$core/time/moment';
import { clock } from '../clock';
import { config } from '../config';
import { execute, inTransaction, select } from '../db/connection';
import { log } from '../log';
import { tellOffice } from '../tidings/tell-office';
import { MAIL_COLUMNS, MailRow, message } from '../mail/mail';

/** Mails that are taken on in one go. */
const AT_ONCE = 50;
/** Whoever takes a mail on has it for so long; a process that died over it has let it go by then. */
const TAKEN_FOR = 5 * MINUTE;
/** A server that says nothing for so long will say nothing more, in milliseconds. */
const SILENCE = { connectionTimeout: 10_000, greetingTimeout: 10_000, socketTimeout: 20_000, dnsTimeout: 10_000 };

/**
 * Sends the mails that are due, one after another. Two processes never have the same mail at the same time: each takes its
 * rows under lock. One that cannot be handed over is tried again later, for two days; what fails for good is kept with its
 * reason, and the office is told.
 *
 * A process that dies after a server has taken a mail, and before that is written down, sends it once more under the same
 * Message-ID, so that whoever receives it shows it once.
 *
 * @returns how many were taken by a server
 */
export async function sendDue(): Promise<number> {
  if (config.smtpUrl === null) return 0;
  const transport = nodemailer.createTransport({ url: config.smtpUrl, ...SILENCE });
  let sent = 0;
  for (const mail of await takeOn()) if (await send(transport, mail)) sent++;
  transport.close();
  return sent;
}

const Due = MailRow.extend({ tries: z.number() });
type Due = z.infer<typeof Due>;

function takeOn(): Promise<Due[]> {
  const now = clock.now();
  return select(
    Due,
    `update mails set next_at = $2, tries = tries + 1 where id in (
       select id from mails where next_at <= $1 order by next_at limit $3 for update skip locked)
     returning ${MAIL_COLUMNS}, tries`,
    [new Date(now), new Date(now + TAKEN_FOR), AT_ONCE]
  );
}

async function send(transport: Transporter, mail: Due): Promise<boolean> {
  try {
    await transport.sendMail(await message(mail));
  } catch (error) {
    log.warn({ err: error, mail: mail.id, tries: mail.tries }, 'a mail could not be handed over');
    await putOff(mail, error);
    return false;
  }
  await execute('update mails set sent_at = $2, next_at = null, problem = null where id = $1', [
    mail.id,
    new Date(clock.now())
  ]);
  return true;
}

async function putOff({ id, to, tries, at }: Due, error: unknown): Promise<void> {
  const problem = error instanceof Error ? error.message.slice(0, 500) : 'unknown';
  const code = error instanceof Error && 'responseCode' in error ? Number(error.responseCode) : undefined;
  const now = clock.now();
  const next = isLastWord(code) ? null : nextTry(tries, at, now);
  await inTransaction(async (tx) => {
    await execute(
      'update mails set problem = $2, next_at = $3, failed_at = $4 where id = $1',
      [id, problem, next === null ? null : new Date(next), next === null ? new Date(now) : null],
      tx
    );
    if (next !== null) return;
    const news = { about: `mail ${id}`, grouped: 'mails that failed', href: '/school/troubles', at: now };
    await tellOffice({ kind: 'mail-failed', ...news, facts: { says: to } }, tx);
  });
}
