import { sendFile } from '$server/blobs/send-file';
import { openPagePicture } from '$server/sources/page-picture';
import { orNotFound, signedIn } from '../../../../../shared/guard';

/** A picture on a page, by the name that it has there. */
export const GET = async ({ locals, params, url, request }) => {
  const found = openPagePicture(signedIn(locals, url), params.source, params.id, params.name);
  return sendFile(await orNotFound(found), request);
};
