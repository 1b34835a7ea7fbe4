import { readReceipt } from '$server/receipts/read-receipt';
import { orNotFound, signedIn } from '../../shared/guard';

export const load = async ({ locals, params, url }) => {
  const { receipt, assignmentId } = await orNotFound(readReceipt(signedIn(locals, url), params.receipt));
  return { receipt, assignmentId };
};
