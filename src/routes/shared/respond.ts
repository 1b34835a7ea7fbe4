import { fail, redirect, type ActionFailure } from '@sveltejs/kit';

type Answer = { ok: true } | { ok: false; why: string };

/**
 * Answers a form action.
 *
 * Without JavaScript a success goes back to the page by a redirect, so that reloading sends nothing again; with it the
 * page stays where it is. A refusal shows its words on the page, with status 409.
 */
export function respond<A extends Answer>(
  answer: A,
  request: Request,
  page: string,
  words: (why: Extract<A, { ok: false }>['why']) => string
):
  | { done: true; problem?: undefined; refusedFiles?: undefined }
  | ActionFailure<{ problem: string; refusedFiles?: undefined }> {
  if (!answer.ok) return fail(409, { problem: words(answer.why) });
  if (request.headers.get('x-sveltekit-action') !== 'true') redirect(303, page);
  return { done: true };
}
