import { compactVerify, createLocalJWKSet } from 'jose';
import { z } from 'zod';
import { Receipt } from '$core/receipts/receipt';
import { soundPath } from '../blobs/sound';
import { select } from '../db/connection';
import { publicKeys } from '../receipts/school-key';

/**
 * Verifies every receipt of the school: its signature, that it says what its document says, and that every file that it
 * names is here with the bytes that were received.
 *
 * @returns how many there are, and what is wrong with which
 */
export async function verifyReceipts(): Promise<{ receipts: number; problems: string[] }> {
  const rows = await select(
    z.object({ number: z.string(), document: Receipt, jws: z.string() }),
    'select number, document, jws from receipts order by number'
  );
  const keys = createLocalJWKSet(await publicKeys());
  const problems: string[] = [];
  for (const { number, document, jws } of rows) {
    const said = await compactVerify(jws, keys).then(
      ({ payload }) => Receipt.safeParse(JSON.parse(new TextDecoder().decode(payload))),
      () => null
    );
    if (!said?.success) problems.push(`${number}: its signature does not hold`);
    else if (JSON.stringify(said.data) !== JSON.stringify(document)) problems.push(`${number}: it says something else`);
    for (const piece of document.pieces) {
      const { sha256, size } = piece;
      if (sha256 === undefined || size === undefined) continue;
      if (!(await soundPath({ sha256, size }).catch(() => null)))
        problems.push(`${number}: ${piece.name} is not what was received`);
    }
  }
  return { receipts: rows.length, problems };
}
