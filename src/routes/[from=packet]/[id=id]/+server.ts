import { sendFile } from '$server/blobs/send-file';
import { openPiece } from '$server/packets/open-piece';
import { orNotFound, signedIn } from '../../shared/guard';

export const GET = async ({ locals, params, url, request }) =>
  sendFile(await orNotFound(openPiece(signedIn(locals, url), params.from, params.id)), request);
