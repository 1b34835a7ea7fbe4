import { json } from '@sveltejs/kit';
import { wordsOfRefusal } from '$core/refusals/registry';
import { LARGEST_TEXT } from '$server/gathering/bring-text';
import { textForStarter } from '$server/gathering/text-for-starter';
import { bytesIn } from '../../../../../shared/bytes-in';
import { orNotFound, signedIn } from '../../../../../shared/guard';

/** Reads a document so that a starter can be made of it: bytes as they are, with their name in the address. */
export const POST = async ({ locals, url, params, request }) => {
  const person = signedIn(locals, url);
  const at = { assignmentId: params.id, deliverableId: params.place };
  const brought = await orNotFound(textForStarter(person, at, bytesIn(request, url, LARGEST_TEXT)));
  if (brought.ok) return json(brought);
  return json({ ok: false, words: wordsOfRefusal(brought.why, { largest: LARGEST_TEXT }) });
};
