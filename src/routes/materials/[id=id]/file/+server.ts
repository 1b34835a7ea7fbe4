import { openMaterial } from '$server/courses/materials';
import { sendFile } from '$server/blobs/send-file';
import { orNotFound, signedIn } from '../../../shared/guard';

export const GET = async ({ locals, params, url, request }) =>
  sendFile(await orNotFound(openMaterial(signedIn(locals, url), params.id)), request);
