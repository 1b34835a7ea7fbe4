import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { Answer } from '$core/questions/question';
import { wordsOfRefusal, type RefusalCode } from '$core/refusals/registry';
import { config } from '$server/config';
import { keepAnswers, readAnswers } from '$server/gathering/answer-questions';
import { parsedBody } from '../../../../shared/body';
import { orNotFound, signedIn } from '../../../../shared/guard';

const Given = z.object({
  answers: z.record(z.string().max(40), Answer).refine((given) => Object.keys(given).length <= 120),
  over: z.boolean()
});

/** What is asked and what was answered, for whoever answers. */
export const GET = async ({ locals, url, params }) => {
  const piece = { assignmentId: params.id, pieceId: params.piece };
  const read = await orNotFound(readAnswers(signedIn(locals, url), piece));
  return json(read.ok ? read : refused(read.why));
};

/** Keeps answers as they were given. */
export const POST = async ({ locals, url, params, request }) => {
  const person = signedIn(locals, url);
  const given = await parsedBody(request, Given);
  const kept = await orNotFound(keepAnswers(person, { assignmentId: params.id, pieceId: params.piece, ...given }));
  return json(kept.ok ? kept : refused(kept.why));
};

const refused = (why: RefusalCode) => ({
  ok: false,
  words: wordsOfRefusal(why, { largest: config.maxFileBytes })
});
