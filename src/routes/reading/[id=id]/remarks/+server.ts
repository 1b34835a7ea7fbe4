import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { wordsOfRefusal, type RefusalCode } from '$core/refusals/registry';
import { Anchor } from '$core/remarks/anchor';
import { LONGEST_REMARK } from '$core/remarks/bounds';
import { dropAsReader, remarkAsReader } from '$server/peers/reading';
import type { Person } from '../../../shared/action';
import { parsedBody } from '../../../shared/body';
import { orNotFound, signedIn } from '../../../shared/guard';

const Asked = z.union([
  z.strictObject({
    pieceId: z.uuid(),
    anchor: Anchor,
    body: z.string().trim().min(1).max(LONGEST_REMARK),
    criterionId: z.uuid().nullable().default(null)
  }),
  z.strictObject({ drop: z.uuid() })
]);

/** Notes a remark on a work that one was given to read, or takes one of one's own away. */
export const POST = async ({ locals, url, params, request }) => {
  const person = signedIn(locals, url);
  const asked = await parsedBody(request, Asked);
  const done = await orNotFound(carryOut(person, params.id, asked));
  return json(done.ok ? { ok: true } : { ok: false, words: wordsOfRefusal(done.why, { largest: 0 }) });
};

type Done = { ok: true } | { ok: false; why: RefusalCode };
function carryOut(person: Person, readingId: string, asked: z.infer<typeof Asked>): Promise<Done> {
  if ('drop' in asked) return dropAsReader(person, { readingId, remarkId: asked.drop });
  return remarkAsReader(person, { ...asked, readingId });
}
