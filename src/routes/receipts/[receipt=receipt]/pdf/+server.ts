import { config } from '$server/config';
import { parseApart } from '$server/parsing/pool';
import { readReceipt } from '$server/receipts/read-receipt';
import { orNotFound, signedIn } from '../../../shared/guard';

/** The receipt as a PDF, to be printed or kept. */
export const GET = async ({ locals, params, url }) => {
  const { receipt, jws } = await orNotFound(readReceipt(signedIn(locals, url), params.receipt));
  const sheet = { receipt, jws, zone: locals.reader.zone, verifyAt: `${config.origin}/verify` };
  return new Response(new Uint8Array(await orNotFound(parseApart('receipt-pdf', sheet))), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `attachment; filename="receipt-${receipt.number}.pdf"`
    }
  });
};
