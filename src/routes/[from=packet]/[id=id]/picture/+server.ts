import { sendFile } from '$server/blobs/send-file';
import { openPicture } from '$server/packets/open-piece';
import { orNotFound, signedIn } from '../../../shared/guard';

/** The picture that a linked page offered of itself. */
export const GET = async ({ locals, params, url, request }) =>
  sendFile(await orNotFound(openPicture(signedIn(locals, url), params.from, params.id)), request);
