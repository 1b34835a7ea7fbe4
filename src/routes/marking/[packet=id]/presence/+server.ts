import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { beAt } from '$server/marking/presence';
import { parsedBody } from '../../../shared/body';
import { orNotFound, signedIn } from '../../../shared/guard';

/** Says that a teacher has this work before them, and asks who else does. */
export const POST = async ({ locals, url, params, request }) => {
  const person = signedIn(locals, url);
  await parsedBody(request, z.strictObject({}));
  const { others } = await orNotFound(beAt(person, params.packet));
  return json({ others });
};
