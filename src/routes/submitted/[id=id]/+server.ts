import { sendFile } from '$server/files';
import { openRoundPiece } from '$server/packets/file-access';
import { orNotFound, signedIn } from '../../shared/guard';

export const GET = async ({ locals, params, url, request }) =>
  sendFile(await orNotFound(openRoundPiece(signedIn(locals, url), params.id)), request);
