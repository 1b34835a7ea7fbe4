import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { LARGEST_UPDATE } from '$core/pages/bounds';
import { wordsOfRefusal, type RefusalCode } from '$core/refusals/registry';
import { config } from '$server/config';
import { keepPage, readPage, type WhatIsNew } from '$server/gathering/write-page';
import { parsedBody } from '../../../../shared/body';
import { orNotFound, signedIn } from '../../../../shared/guard';

/** What was written, in base64 (RFC 4648). */
const Update = z.base64().max(Math.ceil((LARGEST_UPDATE / 3) * 4));
const Writing = z.object({
  began: z.string().max(64),
  since: z.number().int().min(0),
  update: Update.nullable(),
  over: z.boolean()
});
const Since = z.coerce.number().int().min(0).nullable().catch(null);

/** What stands on a page, or what was written on it since, for whoever writes it. */
export const GET = async ({ locals, url, params }) => {
  const since = Since.parse(url.searchParams.get('since') || null);
  const page = { assignmentId: params.id, pieceId: params.piece };
  const read = await orNotFound(readPage(signedIn(locals, url), { ...page, since }));
  return json({ ok: true, page: sent(read.page), closed: read.closed && wordsOf(read.closed) });
};

/** Merges what was written into it. */
export const POST = async ({ locals, url, params, request }) => {
  const person = signedIn(locals, url);
  const { update, ...writing } = await parsedBody(request, Writing);
  const written = update === null ? null : new Uint8Array(Buffer.from(update, 'base64'));
  const page = { assignmentId: params.id, pieceId: params.piece };
  const kept = await orNotFound(keepPage(person, { ...page, ...writing, update: written }));
  return json(kept.ok ? { ok: true, page: sent(kept.page) } : { ok: false, why: kept.why, words: wordsOf(kept.why) });
};

const sent = ({ updates, ...page }: WhatIsNew) => ({
  ...page,
  updates: updates.map((update) => Buffer.from(update).toString('base64'))
});

const wordsOf = (why: RefusalCode) => wordsOfRefusal(why, { largest: config.maxFileBytes });
