import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { LONGEST_PAGE } from '$core/pieces/page';
import { wordsOfRefusal } from '$core/refusals/registry';
import { config } from '$server/config';
import { keepPage, readPage } from '$server/gathering/write-page';
import { parsedBody } from '../../../../shared/body';
import { orNotFound, signedIn } from '../../../../shared/guard';

const Writing = z.object({
  text: z.string().max(LONGEST_PAGE),
  known: z.number().int().min(0).nullable(),
  over: z.boolean()
});

/** What stands on a page, for whoever writes it. */
export const GET = async ({ locals, url, params }) => {
  const read = await orNotFound(readPage(signedIn(locals, url), { assignmentId: params.id, pieceId: params.piece }));
  return json(read.ok ? read : refused(read.why));
};

/** Keeps what was written. */
export const POST = async ({ locals, url, params, request }) => {
  const person = signedIn(locals, url);
  const writing = await parsedBody(request, Writing);
  const kept = await orNotFound(keepPage(person, { assignmentId: params.id, pieceId: params.piece, ...writing }));
  return json(kept.ok ? kept : refused(kept.why));
};

const refused = (why: Parameters<typeof wordsOfRefusal>[0]) => ({
  ok: false,
  elsewhere: why === 'written-elsewhere',
  words: wordsOfRefusal(why, { largest: config.maxFileBytes })
});
