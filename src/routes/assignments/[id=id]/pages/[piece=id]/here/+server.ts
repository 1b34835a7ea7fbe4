import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { say } from '$server/gathering/page-line';
import { Standing } from '$server/live/lines';
import { parsedBody } from '../../../../../shared/body';
import { signedIn } from '../../../../../shared/guard';

const Here = z.object({ window: z.number().int().min(0).max(0xffffffff), at: Standing.nullable() });

/** Where somebody stands on a page, for those who have it open. */
export const POST = async ({ locals, url, params, request }) => {
  const person = signedIn(locals, url);
  const { window, at } = await parsedBody(request, Here);
  await say(person, { assignmentId: params.id, pieceId: params.piece }, window, at);
  return json({ ok: true });
};
