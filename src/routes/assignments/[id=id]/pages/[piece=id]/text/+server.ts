import { json } from '@sveltejs/kit';
import { wordsOfRefusal } from '$core/refusals/registry';
import { bringText, LARGEST_TEXT } from '$server/gathering/bring-text';
import { bytesIn } from '../../../../../shared/bytes-in';
import { orNotFound, signedIn } from '../../../../../shared/guard';

/** Reads a document so that its text can stand on a page: bytes as they are, with their name in the address. */
export const POST = async ({ locals, url, params, request }) => {
  const person = signedIn(locals, url);
  const page = { assignmentId: params.id, pieceId: params.piece };
  const brought = await orNotFound(bringText(person, page, bytesIn(request, url, LARGEST_TEXT)));
  if (brought.ok) return json(brought);
  return json({ ok: false, words: wordsOfRefusal(brought.why, { largest: LARGEST_TEXT }) });
};
