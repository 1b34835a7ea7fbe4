import type { RequestEvent } from '@sveltejs/kit';
import type { z } from 'zod';
import { fileWords } from './file-words';
import { orNotFound, signedIn } from './guard';
import { respond } from './respond';
import { formFields, misfit } from './read-form';

export type Person = NonNullable<App.Locals['person']>;
/** What a small form comes to: done, or why not. */
export type Done = Promise<{ ok: true } | { ok: false; why: Parameters<typeof fileWords>[0] }>;

/**
 * The action of a small form: parses it, does the one thing, answers. Without JavaScript it goes back to the page as it
 * was shown.
 *
 * @param schema what the form says; given once for all requests, since making one costs more than parsing with it
 */
export function acting<S extends z.ZodObject, E extends RequestEvent>(
  schema: S,
  change: (person: Person, input: z.infer<S>, event: E) => Done
) {
  return async (event: E) => {
    const { locals, url, request } = event;
    const person = signedIn(locals, url);
    const form = schema.safeParse(await formFields(request));
    if (!form.success) return misfit(form.error);
    const back = url.pathname + url.search.replace(/[?&]\/\w+/, '');
    return respond(await orNotFound(change(person, form.data, event)), request, back, fileWords);
  };
}
