import { error, json } from '@sveltejs/kit';
import { z } from 'zod';
import { wordsOfRefusal } from '$core/refusals/registry';
import { addPagePicture, LARGEST_PICTURE, type Coming } from '$server/gathering/page-pictures';
import { parsedBody } from '../../../../../shared/body';
import { orNotFound, signedIn } from '../../../../../shared/guard';

const OnShelf = z.object({ fileId: z.uuid() });
const Name = z.string().trim().min(1).max(200);

/** Lays a picture beside a page: bytes as they are, with their name in the address, or a file of the Shelf. */
export const POST = async ({ locals, url, params, request }) => {
  const person = signedIn(locals, url);
  const page = { assignmentId: params.id, pieceId: params.piece };
  const added = await orNotFound(addPagePicture(person, page, await comingIn(request, url)));
  if (added.ok) return json(added);
  return json({ ok: false, words: wordsOfRefusal(added.why, { largest: LARGEST_PICTURE }) });
};

async function comingIn(request: Request, url: URL): Promise<Coming> {
  if (request.headers.get('content-type')?.startsWith('application/json')) return parsedBody(request, OnShelf);
  const name = Name.safeParse(url.searchParams.get('name'));
  const size = Number(request.headers.get('content-length') ?? LARGEST_PICTURE);
  if (!name.success || !request.body) error(400, 'The request could not be read, so nothing was changed.');
  return { stream: request.body, name: name.data, size: Math.min(size, LARGEST_PICTURE) };
}
