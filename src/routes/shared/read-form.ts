import { error } from '@sveltejs/kit';

/**
 * The fields of a form, or of anything that claims to be one.
 *
 * What cannot be read, and text that no database keeps (zero characters), is answered with 400 and words before anything
 * is changed.
 */
export async function readForm(request: Request): Promise<FormData> {
  const form = await request.formData().catch(() => null);
  if (form === null) error(400, UNREADABLE);
  for (const [name, value] of form) if (hasZero(name) || hasZero(value)) error(400, UNREADABLE);
  return form;
}

/** PostgreSQL keeps no zero characters in text. */
export const hasZero = (value: unknown): boolean => typeof value === 'string' && value.includes('\0');

const UNREADABLE = 'The form could not be read, so nothing was changed. Load the page again.';
