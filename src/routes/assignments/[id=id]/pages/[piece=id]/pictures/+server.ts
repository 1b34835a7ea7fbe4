import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { wordsOfRefusal } from '$core/refusals/registry';
import { addPagePicture, LARGEST_PICTURE, type Coming } from '$server/gathering/page-pictures';
import { parsedBody } from '../../../../../shared/body';
import { bytesIn } from '../../../../../shared/bytes-in';
import { orNotFound, signedIn } from '../../../../../shared/guard';

const OnShelf = z.object({ fileId: z.uuid() });

/** Lays a picture beside a page: bytes as they are, with their name in the address, or a file of the Shelf. */
export const POST = async ({ locals, url, params, request }) => {
  const person = signedIn(locals, url);
  const page = { assignmentId: params.id, pieceId: params.piece };
  const added = await orNotFound(addPagePicture(person, page, await comingIn(request, url)));
  if (added.ok) return json(added);
  return json({ ok: false, words: wordsOfRefusal(added.why, { largest: LARGEST_PICTURE }) });
};

const comingIn = async (request: Request, url: URL): Promise<Coming> =>
  request.headers.get('content-type')?.startsWith('application/json')
    ? parsedBody(request, OnShelf)
    : bytesIn(request, url, LARGEST_PICTURE);
