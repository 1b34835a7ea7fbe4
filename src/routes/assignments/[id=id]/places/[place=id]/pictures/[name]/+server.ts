import { openPlacePicture } from '$server/assignments/place-pictures';
import { sendFile } from '$server/blobs/send-file';
import { orNotFound, signedIn } from '../../../../../../shared/guard';

/** A picture of what is prepared in a place. */
export const GET = async ({ locals, params, url, request }) => {
  const at = { assignmentId: params.id, deliverableId: params.place };
  return sendFile(await orNotFound(openPlacePicture(signedIn(locals, url), at, params.name)), request);
};
