import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { MadeFacts } from '$core/materials/made';
import { finishUpload } from '$server/uploads/finish';
import { parsedBody } from '../../../shared/body';
import { orNotFound, signedIn } from '../../../shared/guard';
import { answered } from '../../answered';

const Finish = z.object({
  made: MadeFacts.optional(),
  sha256: z
    .string()
    .regex(/^[0-9a-f]{64}$/)
    .nullable()
});

/** All bytes have arrived: makes of them what they were bound for. */
export const POST = async ({ locals, url, params, request }) => {
  const person = signedIn(locals, url);
  const { sha256, made } = await parsedBody(request, Finish);
  return json(answered(await orNotFound(finishUpload(person, { id: params.upload, sha256, made }))));
};
