import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { MOST_PASSAGES, Passage } from '$core/recordings/passages';
import { putTogether } from '$server/uploads/put-together';
import { UploadMetadata } from '$server/uploads/records';
import { parsedBody } from '../../shared/body';
import { orNotFound, signedIn } from '../../shared/guard';
import { answered } from '../answered';

/** Files of one recording: begun, gone on with, taken again. */
const MOST_PARTS = 100;

const Together = UploadMetadata.omit({ raw: true }).extend({
  parts: z
    .array(z.object({ id: z.string().regex(/^[0-9a-f]{32}$/), size: z.number().int().positive() }))
    .min(1)
    .max(MOST_PARTS),
  passages: z.array(Passage).min(1).max(MOST_PASSAGES).nullable()
});

/** Makes one upload of the files that a recording was sent as while it was made. */
export const POST = async ({ locals, url, request }) => {
  const person = signedIn(locals, url);
  const { parts, passages, ...about } = await parsedBody(request, Together);
  const made = await orNotFound(putTogether(person, about, { parts, passages }));
  return json(made.ok ? { ok: true, id: made.id, size: made.size } : answered(made));
};
