import { sendFile } from '$server/blobs/send-file';
import { thumbnailOf } from '$server/materials/thumbnail';
import { ownFile } from '$server/shelf/own-file';
import { orNotFound, signedIn } from '../../../shared/guard';

/** A picture on the Shelf, as lists show it. */
export const GET = async ({ locals, params, url, request }) => {
  const person = signedIn(locals, url);
  return sendFile(await orNotFound(ownFile(person, params.id).then(thumbnailOf)), request);
};
