import { sendFile } from '$server/files';
import { openPiece } from '$server/packets/file-access';
import { orNotFound, signedIn } from '../../shared/guard';

export const GET = async ({ locals, params, url, request }) =>
  sendFile(await orNotFound(openPiece(signedIn(locals, url), params.from, params.id)), request);
