import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { wordsOfRefusal } from '$core/refusals/registry';
import { config } from '$server/config';
import { pageAt, pageTimes } from '$server/gathering/page-times';
import { orNotFound, signedIn } from '../../../../../shared/guard';

const At = z.coerce.number().int().min(0).max(8.64e15);

/** When a page was written on; with `at`, how it stood then. */
export const GET = async ({ locals, url, params }) => {
  const person = signedIn(locals, url);
  const page = { assignmentId: params.id, pieceId: params.piece };
  const at = At.safeParse(url.searchParams.get('at') ?? undefined);
  const read = await orNotFound<Awaited<ReturnType<typeof pageAt | typeof pageTimes>>>(
    at.success ? pageAt(person, { ...page, at: at.data }) : pageTimes(person, page)
  );
  return json(read.ok ? read : { ok: false, words: wordsOfRefusal(read.why, { largest: config.maxFileBytes }) });
};
