import { z } from 'zod';
import { Receipt } from '$core/receipts/receipt';
import { receiptLines } from '$core/receipts/lines';
import { select, type Tx } from '../db/connection';

/** A receipt in plain text, for a mail; empty where it is not known. The caller sends it to whose round it is. */
export async function receiptText(number: string, zone: string, tx: Tx): Promise<string> {
  const sql = 'select document from receipts where number = $1';
  const [row] = await select(z.object({ document: Receipt }), sql, [number], tx);
  return row ? receiptLines(row.document, zone).join('\n') : '';
}
