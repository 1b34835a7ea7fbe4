import { sendFile } from '$server/blobs/send-file';
import { thumbnailOf } from '$server/materials/thumbnail';
import { openPiece } from '$server/packets/open-piece';
import { orNotFound, signedIn } from '../../../shared/guard';

/** A piece that is a picture, as lists show it. */
export const GET = async ({ locals, params, url, request }) => {
  const person = signedIn(locals, url);
  return sendFile(await orNotFound(openPiece(person, params.from, params.id).then(thumbnailOf)), request);
};
