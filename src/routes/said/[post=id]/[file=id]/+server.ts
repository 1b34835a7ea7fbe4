import { sendFile } from '$server/blobs/send-file';
import { openSaidFile } from '$server/threads/said-file';
import { orNotFound, signedIn } from '../../../shared/guard';

/** A file that goes with something that was said. */
export const GET = async ({ locals, params, url, request }) =>
  sendFile(await orNotFound(openSaidFile(signedIn(locals, url), params.post, params.file)), request);
