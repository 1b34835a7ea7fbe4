import { readReceipt } from '$server/receipts/read-receipt';
import { orNotFound, signedIn } from '../../../shared/guard';

/** The signed receipt alone (compact JWS, RFC 7515). */
export const GET = async ({ locals, params, url }) => {
  const { receipt, jws } = await orNotFound(readReceipt(signedIn(locals, url), params.receipt));
  return new Response(jws, {
    headers: {
      'content-type': 'application/jose',
      'content-disposition': `attachment; filename="receipt-${receipt.number}.jws"`
    }
  });
};
