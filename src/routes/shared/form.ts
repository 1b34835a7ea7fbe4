import { isActionFailure, redirect, type ActionFailure } from '@sveltejs/kit';
import type { z } from 'zod';
import { orNotFound } from './guard';
import { formFields, misfit } from './read-form';

/** What a form was refused for, in words beside it. */
export type Refused = ActionFailure<{ problem: string }>;

/**
 * Reads a form, does the one thing it asks for.
 *
 * What does not fit its schema comes back with the schema's own words and status 400, before anything is changed.
 *
 * @param work what to do with what was filled in
 */
export async function handleForm<S extends z.ZodType, T>(
  request: Request,
  schema: S,
  work: (given: z.infer<S>) => Promise<T>
): Promise<T | Refused> {
  const form = schema.safeParse(await formFields(request));
  if (!form.success) return misfit(form.error);
  return settled(request, await orNotFound(work(form.data)));
}

/**
 * An answer to a form that did what it asked: without JavaScript it goes back to the page by a redirect, so that
 * reloading sends nothing again.
 */
export function settled<T>(request: Request, answer: T): T {
  if (isActionFailure(answer) || request.headers.get('x-sveltekit-action') === 'true') return answer;
  redirect(303, new URL(request.url).pathname);
}
