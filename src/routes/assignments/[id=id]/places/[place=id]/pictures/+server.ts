import { json } from '@sveltejs/kit';
import { wordsOfRefusal } from '$core/refusals/registry';
import { addPlacePicture } from '$server/assignments/place-pictures';
import { LARGEST_PICTURE } from '$server/pages/shrunk-picture';
import { bytesIn } from '../../../../../shared/bytes-in';
import { orNotFound, signedIn } from '../../../../../shared/guard';

/** Lays a picture beside what is prepared in a place: bytes as they are, with their name in the address. */
export const POST = async ({ locals, url, params, request }) => {
  const person = signedIn(locals, url);
  const at = { assignmentId: params.id, deliverableId: params.place };
  const added = await orNotFound(addPlacePicture(person, at, bytesIn(request, url, LARGEST_PICTURE)));
  if (added.ok) return json(added);
  return json({ ok: false, words: wordsOfRefusal(added.why, { largest: LARGEST_PICTURE }) });
};
