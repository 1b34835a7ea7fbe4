import { error, fail } from '@sveltejs/kit';
import type { z } from 'zod';

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

/** The same by name, for forms in which each name stands once. */
export async function formFields(request: Request): Promise<Record<string, FormDataEntryValue>> {
  return Object.fromEntries(await readForm(request));
}

/**
 * What a form that does not fit its schema is answered with: the schema's own words where it has some, on the page on
 * which it was filled in, so that what was typed there stays.
 */
export function misfit(problem: z.ZodError) {
  const [issue] = problem.issues;
  const said = issue !== undefined && /^[A-Z].*[.]$/.test(issue.message) ? issue.message : null;
  return fail(400, {
    problem: `${said ?? 'Something in this form is not as it has to be.'} Nothing was changed; what you wrote is still here.`,
    refusedFiles: undefined
  });
}

/** PostgreSQL keeps no zero characters in text. */
export const hasZero = (value: unknown): boolean => typeof value === 'string' && value.includes('\0');

const UNREADABLE = 'The form could not be read, so nothing was changed. Load the page again.';
