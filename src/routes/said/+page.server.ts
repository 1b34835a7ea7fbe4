import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { SAID_REFUSALS, saidRefusalWords, type SaidRefusal } from '$core/threads/rules';
import { pieceRefusalWords, type PieceRefusal } from '$core/pieces/refusals';
import { editPost, moveAside, unsay } from '$server/threads/change-post';
import { LARGEST_SAID, receiveSaid } from '$server/threads/receive-said';
import { orNotFound, ownPath, signedIn } from '../shared/guard';
import type { Actions, RequestEvent } from './$types';
import { formFields, misfit } from '../shared/read-form';

type Why = SaidRefusal | PieceRefusal | 'not-understood';

/** Nobody comes here by themselves: a form without a script shows here why it was refused. */
export const load = ({ locals, url }) => {
  signedIn(locals, url);
  return {};
};

const Post = z.object({ postId: z.uuid(), back: z.string().max(300).default('/') });
const Edit = Post.extend({ body: z.string().max(10_000).default(''), html: z.string().max(60_000).default('') });

export const actions = {
  say: async ({ locals, url, request }) => {
    const person = signedIn(locals, url);
    const { answer, back } = await orNotFound(receiveSaid(person, request));
    return answered(answer, request, ownPath(back, url.origin));
  },
  edit: (event) => changed(event, Edit, editPost),
  unsay: (event) => changed(event, Post, unsay),
  aside: (event) => changed(event, Post, moveAside)
} satisfies Actions;

type Answer = { ok: true } | { ok: false; why: Why };

async function changed<S extends typeof Post>(
  { locals, url, request }: RequestEvent,
  schema: S,
  change: (person: NonNullable<App.Locals['person']>, input: z.infer<S>) => Promise<Answer>
) {
  const person = signedIn(locals, url);
  const form = schema.safeParse(await formFields(request));
  if (!form.success) return misfit(form.error);
  return answered(await orNotFound(change(person, form.data)), request, ownPath(form.data.back, url.origin));
}

function answered(answer: Answer, request: Request, back: string) {
  if (!answer.ok) return fail(409, { problem: words(answer.why), back });
  if (request.headers.get('x-sveltekit-action') !== 'true') redirect(303, back);
  return { done: true };
}

function words(why: Why): string {
  if (why === 'not-understood') return 'The form could not be read, so nothing was said. Load the page again.';
  return (SAID_REFUSALS as readonly string[]).includes(why)
    ? saidRefusalWords(why as SaidRefusal)
    : `${pieceRefusalWords(why as PieceRefusal, LARGEST_SAID)} Nothing was sent.`;
}
