import { error } from '@sveltejs/kit';
import type { z } from 'zod';

/** The JSON that one of our scripts sent; anything else is answered with 400 before anything is changed. */
export async function parsedBody<S extends z.ZodType>(request: Request, schema: S): Promise<z.infer<S>> {
  const body = schema.safeParse(await request.json().catch(() => null));
  if (!body.success) error(400, 'The request could not be read, so nothing was changed.');
  return body.data;
}
