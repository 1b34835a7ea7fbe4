import { printStarter } from '$server/assignments/print-starter';
import { sendFile } from '$server/blobs/send-file';
import { orNotFound, signedIn } from '../../../../../shared/guard';

/** A starter with room to write by hand. */
export const GET = async ({ locals, params, url, request }) => {
  const at = { assignmentId: params.id, deliverableId: params.place };
  return sendFile(await orNotFound(printStarter(signedIn(locals, url), at)), request);
};
