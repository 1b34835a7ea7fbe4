import { error } from '@sveltejs/kit';
import type { z } from 'zod';
import type { Refusal } from '$core/packets/allowed';
import type { PieceRefusal } from '$core/packets/piece-rules';
import { fileWords } from '../../shared/file-words';
import { orNotFound, signedIn } from '../../shared/guard';
import { respond } from '../../shared/respond';
import type { RequestEvent } from './$types';

type Person = NonNullable<App.Locals['person']>;
type Change<T> = (
  person: Person,
  input: T & { assignmentId: string }
) => Promise<{ ok: true } | { ok: false; why: Refusal | PieceRefusal }>;

/** Parses a small form of the student's page, does the one thing, answers. */
export async function act<S extends z.ZodObject>(event: RequestEvent, schema: S, change: Change<z.infer<S>>) {
  const { locals, params, url, request } = event;
  const person = signedIn(locals, url);
  const form = schema.safeParse(Object.fromEntries(await request.formData()));
  if (!form.success) error(400, 'The form came without what it needs, so nothing was changed.');
  return respond(
    await orNotFound(change(person, { ...form.data, assignmentId: params.id })),
    request,
    url.pathname,
    fileWords
  );
}
