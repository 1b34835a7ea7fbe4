import { sendFile } from '$server/blobs/send-file';
import { openAsPdf } from '$server/materials/as-pdf';
import { openPiece } from '$server/packets/open-piece';
import { orNotFound, signedIn } from '../../../shared/guard';

/** The pages of an office file. */
export const GET = async ({ locals, params, url, request }) => {
  const person = signedIn(locals, url);
  return sendFile(await orNotFound(openPiece(person, params.from, params.id).then(openAsPdf)), request);
};
