import { sendFile } from '$server/blobs/send-file';
import { openShape } from '$server/sources/shapes';
import { orNotFound, signedIn } from '../../../../../shared/guard';

/** What is made of a file: its pages, a small picture. */
export const GET = async ({ locals, params, url, request }) =>
  sendFile(await orNotFound(openShape(signedIn(locals, url), params.source, params.id, params.shape)), request);
