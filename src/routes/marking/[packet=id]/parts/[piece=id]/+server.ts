import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { LONGEST_PAGE } from '$core/pages/bounds';
import { markRefusalWords } from '$core/marking/words';
import { keepTeachersParts, readTeachersParts } from '$server/marking/teachers-parts';
import { parsedBody } from '../../../../shared/body';
import { orNotFound, signedIn } from '../../../../shared/guard';

const Filled = z.object({
  known: z.number().int().min(0),
  parts: z.record(z.string().max(40), z.string().max(LONGEST_PAGE)).refine((parts) => Object.keys(parts).length <= 100)
});

/** What a teacher fills in on a submitted page, as it stands. */
export const GET = async ({ locals, url, params }) => {
  const at = { packetId: params.packet, roundPieceId: params.piece };
  return json(await orNotFound(readTeachersParts(signedIn(locals, url), at)));
};

/** Keeps what they filled in. */
export const POST = async ({ locals, url, params, request }) => {
  const person = signedIn(locals, url);
  const filled = await parsedBody(request, Filled);
  const at = { packetId: params.packet, roundPieceId: params.piece };
  const kept = await orNotFound(keepTeachersParts(person, { ...at, ...filled }));
  return json(kept.ok ? kept : { ok: false, words: markRefusalWords(kept.why) });
};
