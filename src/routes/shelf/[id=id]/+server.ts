import { sendFile } from '$server/blobs/send-file';
import { ownFile } from '$server/shelf/own-file';
import { orNotFound, signedIn } from '../../shared/guard';

export const GET = async ({ locals, params, url, request }) =>
  sendFile(await orNotFound(ownFile(signedIn(locals, url), params.id)), request);
