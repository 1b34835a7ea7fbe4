import { error } from '@sveltejs/kit';
import type { z } from 'zod';

/** The JSON that one of our scripts sent; anything else is answered with 400 before anything is changed. */
export async function parsedBody<S extends z.ZodType>(request: Request, schema: S): Promise<z.infer<S>> {
  const text = await request.text().catch(() => '');
  // A zero character can only come as an escape; no text that people write has one.
  const body = schema.safeParse(text.includes('\\u0000') ? null : parsed(text));
  if (!body.success) error(400, 'The request could not be read, so nothing was changed.');
  return body.data;
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
