import { z } from 'zod';
import { isWished, KINDS } from '$core/tidings/kinds';
import type { TidingFacts } from '$core/tidings/views';
import { tidingWords } from '$core/tidings/words';
import { clock } from '../clock';
import { config } from '../config';
import { execute, inTransaction, ms, select } from '../db/connection';
import { queueMail } from '../mail/mail';
import { receiptText } from '../receipts/receipt-text';
import { TIDING_COLUMNS, TIDING_JOINS } from '../tidings/read-tidings';

/**
 * Mails a tiding to the person whose it is, once. Nothing is mailed of what they have read meanwhile, do not want by mail
 * after all, or what is no longer there.
 */
export async function mailTiding(tidingId: string): Promise<void> {
  await inTransaction(async (tx) => {
    const [row] = await select(Row, TIDING, [tidingId], tx);
    if (!row || row.mailed || !isWished(row.kind, row.wish)) return;
    if (!row.unread && row.kind !== 'receipt') return;
    await execute('update tidings set mailed_at = $2 where id = $1', [tidingId, new Date(clock.now())], tx);
    const words = tidingWords(row, row.zone, row.at);
    const { number } = row.facts;
    const more = number === undefined ? '' : `\n\n${await receiptText(number, row.zone, tx)}`;
    const body = `${words}.${more}\n\n${row.course ?? ''}\n${config.origin}${row.href}\n\nWhat comes by mail is yours to choose: ${config.origin}/tidings/mail\n`;
    await queueMail(
      { to: row.email, subject: words.slice(0, 180), body, stop: { person: row.personId, kinds: [row.kind] } },
      tx
    );
  });
}

const Row = z.looseObject({
  kind: z.enum(KINDS),
  title: z.string(),
  course: z.string().nullable(),
  href: z.string(),
  facts: z.custom<TidingFacts>(),
  at: z.number(),
  unread: z.boolean(),
  mailed: z.boolean(),
  wish: z.boolean().nullable(),
  personId: z.string(),
  email: z.string(),
  zone: z.string()
});
const TIDING = `
  select ${TIDING_COLUMNS}, t.mailed_at is not null as mailed, w.wanted as wish, p.id as "personId", p.email, p.zone, ${ms('t.at')} as at
  from tidings t ${TIDING_JOINS} join people p on p.id = t.person_id
  left join mail_wishes w on w.person_id = t.person_id and w.kind = t.kind
  where t.id = $1 for update of t`;
