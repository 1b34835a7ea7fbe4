import { Readable } from 'node:stream';
import { bagOf } from '$server/receipts/bag';
import { readReceipt } from '$server/receipts/read-receipt';
import { orNotFound, signedIn } from '../../../shared/guard';

/** The round with its receipt, as a bag in a ZIP. */
export const GET = async ({ locals, params, url }) => {
  const { receipt, jws } = await orNotFound(readReceipt(signedIn(locals, url), params.receipt));
  const bag = await orNotFound(bagOf(receipt, jws));
  return new Response(Readable.toWeb(bag) as ReadableStream, {
    headers: {
      'content-type': 'application/zip',
      'content-disposition': `attachment; filename="receipt-${receipt.number}.zip"`
    }
  });
};
