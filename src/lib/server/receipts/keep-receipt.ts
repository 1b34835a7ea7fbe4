import { randomBytes } from 'node:crypto';
import { receiptNumber } from '$core/receipts/number';
import type { Receipt } from '$core/receipts/receipt';
import { execute, type Tx } from '../db/connection';
import { signForSchool } from './school-key';

/** Signs a receipt with the school's key and keeps both. @param of the round that it is of, or the bytes of a part that was finished */
export async function keepReceipt(
  receipt: Receipt,
  of: { packetId: string; round: number | null; partSha256: string | null },
  tx: Tx
): Promise<void> {
  const text = JSON.stringify(receipt);
  const { jws, jwk } = await signForSchool(text);
  const key = [jwk.kid, new Date(receipt.receivedAt), JSON.stringify(jwk)];
  await execute(KEEP, [receipt.number, of.packetId, of.round, text, jws, ...key, of.partSha256], tx);
}

/** A number that nobody can guess and no other receipt has. */
export const newReceiptNumber = (): string => receiptNumber(randomBytes(12));

const KEEP = `
  with key as (insert into signing_keys (kid, jwk, made_at) values ($6, $8, $7) on conflict do nothing)
  insert into receipts (number, packet_id, round_no, document, jws, kid, at, part_sha256)
  values ($1, $2, $3, $4, $5, $6, $7, $9)`;
