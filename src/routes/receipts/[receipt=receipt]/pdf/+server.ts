import { receiptPdf } from '$server/receipts/pdf';
import { readReceipt } from '$server/receipts/read-receipt';
import { orNotFound, signedIn } from '../../../shared/guard';

/** The receipt as a PDF, to be printed or kept. */
export const GET = async ({ locals, params, url }) => {
  const { receipt, jws } = await orNotFound(readReceipt(signedIn(locals, url), params.receipt));
  return new Response(new Uint8Array(await receiptPdf(receipt, jws, locals.reader.zone)), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `attachment; filename="receipt-${receipt.number}.pdf"`
    }
  });
};
