import { json } from '@sveltejs/kit';
import { wordsOfRefusal } from '$core/refusals/registry';
import { addPagePicture } from '$server/gathering/page-pictures';
import { LARGEST_PICTURE } from '$server/pages/shrunk-picture';
import { comingIn } from '../../../../../shared/coming-in';
import { orNotFound, signedIn } from '../../../../../shared/guard';

/** Lays a picture beside a page: bytes as they are, with their name in the address, or a file of the Shelf. */
export const POST = async ({ locals, url, params, request }) => {
  const person = signedIn(locals, url);
  const page = { assignmentId: params.id, pieceId: params.piece };
  const added = await orNotFound(addPagePicture(person, page, await comingIn(request, url, LARGEST_PICTURE)));
  if (added.ok) return json(added);
  return json({ ok: false, words: wordsOfRefusal(added.why, { largest: LARGEST_PICTURE }) });
};
