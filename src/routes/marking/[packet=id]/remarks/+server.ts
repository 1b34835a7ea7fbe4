import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { markRefusalWords } from '$core/marking/words';
import type { Person } from '../../../shared/action';
import { Anchor } from '$core/remarks/anchor';
import { LONGEST_REMARK } from '$core/remarks/bounds';
import { answerAsTeacher } from '$server/marking/answer-remark';
import { addRemark, dropRemark } from '$server/marking/remarks';
import { parsedBody } from '../../../shared/body';
import { orNotFound, signedIn } from '../../../shared/guard';

const Key = z.string().min(8).max(50);
const Body = z.string().trim().min(1).max(LONGEST_REMARK);
const Asked = z.union([
  z.strictObject({
    pieceId: z.uuid(),
    anchor: Anchor,
    body: Body,
    criterionId: z.uuid().nullable().default(null),
    voiceId: z.uuid().nullable().default(null),
    key: Key
  }),
  z.strictObject({ answers: z.uuid(), body: Body, key: Key }),
  z.strictObject({ drop: z.uuid() })
]);
type Asked = z.infer<typeof Asked>;

/** Notes a remark on a piece of a round, answers under one, or takes one away. */
export const POST = async ({ locals, url, params, request }) => {
  const person = signedIn(locals, url);
  const asked = await parsedBody(request, Asked);
  const done = await orNotFound(carryOut(person, params.packet, asked));
  return json(done.ok ? { ok: true } : { ok: false, words: markRefusalWords(done.why) });
};

type Done = { ok: true } | { ok: false; why: Parameters<typeof markRefusalWords>[0] };
function carryOut(person: Person, packetId: string, asked: Asked): Promise<Done> {
  if ('drop' in asked) return dropRemark(person, { packetId, remarkId: asked.drop });
  if ('answers' in asked) return answerAsTeacher(person, { ...asked, packetId, remarkId: asked.answers });
  return addRemark(person, { packetId, ...asked });
}
