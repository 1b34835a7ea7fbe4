import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { markRefusalWords } from '$core/marking/words';
import { Anchor, LONGEST_REMARK } from '$core/remarks/remarks';
import { addRemark, dropRemark } from '$server/marking/remarks';
import { parsedBody } from '../../../shared/body';
import { orNotFound, signedIn } from '../../../shared/guard';

const Asked = z.union([
  z.strictObject({
    pieceId: z.uuid(),
    anchor: Anchor,
    body: z.string().trim().min(1).max(LONGEST_REMARK),
    key: z.string().min(8).max(50)
  }),
  z.strictObject({ drop: z.uuid() })
]);

/** Notes a remark on a piece of a round, or takes one away. */
export const POST = async ({ locals, url, params, request }) => {
  const person = signedIn(locals, url);
  const asked = await parsedBody(request, Asked);
  const at = { packetId: params.packet };
  const done = await orNotFound<{ ok: true } | { ok: false; why: Parameters<typeof markRefusalWords>[0] }>(
    'drop' in asked ? dropRemark(person, { ...at, remarkId: asked.drop }) : addRemark(person, { ...at, ...asked })
  );
  return json(done.ok ? { ok: true } : { ok: false, words: markRefusalWords(done.why) });
};
