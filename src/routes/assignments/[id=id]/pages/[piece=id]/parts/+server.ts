import { json } from '@sveltejs/kit';
import { wordsOfRefusal } from '$core/refusals/registry';
import { config } from '$server/config';
import { changePart, PartDeed, readWhoWrites } from '$server/gathering/own-parts';
import { parsedBody } from '../../../../../shared/body';
import { orNotFound, signedIn } from '../../../../../shared/guard';

/** Who writes a page together, and whose its parts are. */
export const GET = async ({ locals, url, params }) =>
  json(await orNotFound(readWhoWrites(signedIn(locals, url), { assignmentId: params.id, pieceId: params.piece })));

/** Takes, leaves, finishes a part, goes on with it, or adds one. */
export const POST = async ({ locals, url, params, request }) => {
  const person = signedIn(locals, url);
  const deed = await parsedBody(request, PartDeed);
  const done = await orNotFound(changePart(person, { assignmentId: params.id, pieceId: params.piece, deed }));
  return json(done.ok ? done : { ...done, words: wordsOfRefusal(done.why, { largest: config.maxFileBytes }) });
};
