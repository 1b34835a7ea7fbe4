import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { takeKnown } from '$server/uploads/take-known-bytes';
import { UploadMetadata } from '$server/uploads/records';
import { parsedBody } from '../../shared/body';
import { orNotFound, signedIn } from '../../shared/guard';
import { answered } from '../answered';

const Known = UploadMetadata.extend({
  sha256: z.string().regex(/^[0-9a-f]{64}$/),
  key: z.string().min(8).max(50)
});

/** A file by its hash: taken without its bytes where this person has the same ones here already. */
export const POST = async ({ locals, url, request }) => {
  const person = signedIn(locals, url);
  const taken = await orNotFound(takeKnown(person, await parsedBody(request, Known)));
  return json(taken === null ? { known: false } : { known: true, ...answered(taken) });
};
