import { sendFile } from '$server/blobs/send-file';
import { openFile } from '$server/sources/find';
import { orNotFound, signedIn } from '../../../shared/guard';

export const GET = async ({ locals, params, url, request }) =>
  sendFile(await orNotFound(openFile(signedIn(locals, url), params.source, params.id)), request);
