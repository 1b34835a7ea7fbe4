import { json } from '@sveltejs/kit';
import { wordsOfRefusal } from '$core/refusals/registry';
import { config } from '$server/config';
import { addEvidence } from '$server/gathering/add-evidence';
import { orNotFound, signedIn } from '../../../../../shared/guard';
import { comingIn } from '../../../../../shared/coming-in';

/** Brings a file that shows what an entry of a page says: bytes with their name in the address, or a file of the Shelf. */
export const POST = async ({ locals, url, params, request }) => {
  const person = signedIn(locals, url);
  const page = { assignmentId: params.id, pieceId: params.piece };
  const added = await orNotFound(addEvidence(person, page, await comingIn(request, url, config.maxFileBytes)));
  if (added.ok) return json(added);
  return json({ ok: false, words: wordsOfRefusal(added.why, { largest: config.maxFileBytes }) });
};
