import { z } from 'zod';
import { Receipt } from '$core/receipts/receipt';
import { receiptLines } from '$core/receipts/lines';
import { select } from '../db/connection';

/** A receipt in plain text, for a mail; empty where it is not known. The caller sends it to whose round it is. */
export async function receiptText(number: string, zone: string): Promise<string> {
  const [row] = await select(z.object({ document: Receipt }), 'select document from receipts where number = $1', [
    number
  ]);
  return row ? receiptLines(row.document, zone).join('\n') : '';
}
