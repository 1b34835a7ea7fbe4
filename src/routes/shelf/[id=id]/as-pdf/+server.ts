import { sendFile } from '$server/blobs/send-file';
import { openAsPdf } from '$server/materials/as-pdf';
import { ownFile } from '$server/shelf/own-file';
import { orNotFound, signedIn } from '../../../shared/guard';

/** The pages of an office file. */
export const GET = async ({ locals, params, url, request }) =>
  sendFile(await orNotFound(ownFile(signedIn(locals, url), params.id).then(openAsPdf)), request);
