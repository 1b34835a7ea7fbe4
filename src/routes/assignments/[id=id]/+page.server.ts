import { error, fail, redirect } from '@sveltejs/kit';
import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { REFUSALS, type Refusal } from '$core/packets/allowed';
import { pieceRefusalWords, type PieceRefusal } from '$core/packets/piece-rules';
import { refusalWords } from '$core/packets/words';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { config } from '$server/config';
import { readClass } from '$server/marking/queries';
import {
  declareDone,
  dropRevision,
  openAssignment,
  revise,
  takeBack,
  withdrawDeclaration
} from '$server/packets/change';
import { removePiece } from '$server/packets/pieces';
import { receiveFiles } from '$server/packets/receive-files';
import { submitPacket } from '$server/packets/submit';
import { orNotFound, signedIn } from '../../shared/guard';
import { respond } from '../../shared/respond';
import { classActions } from './class-actions';
import type { RequestEvent } from './$types';

export const load = async ({ locals, params, url }) => {
  const person = signedIn(locals, url);
  const assignment = await orNotFound(readAssignment(person, params.id));
  if (assignment.role === 'teacher')
    return { view: 'teacher' as const, ...assignment, class: await readClass(assignment.facts) };
  const packet = await readOwnPacket(person, assignment.facts);
  if (!packet.custody.opened) await openAssignment(person, { assignmentId: params.id });
  return { view: 'student' as const, ...assignment, packet, key: randomUUID(), largestFile: config.maxFileBytes };
};

const Key = z.object({ key: z.string().min(8).max(50) });
const TakeBackForm = Key.extend({
  restores: z.union([z.literal('nothing').transform(() => null), z.coerce.number().int().positive()])
});
const PieceForm = z.object({ pieceId: z.uuid() });

export const actions = {
  addFiles: async ({ locals, params, url, request }) => {
    const { refused } = await orNotFound(receiveFiles(signedIn(locals, url), params.id, request));
    if (refused.length > 0)
      return fail(409, {
        problem: undefined,
        refusedFiles: refused.map(({ name, why }) => ({ name, words: fileWords(why) }))
      });
    if (request.headers.get('x-sveltekit-action') !== 'true') redirect(303, `${url.pathname}#packet`);
    return { done: true };
  },
  removePiece: (event) => act(event, PieceForm, removePiece),
  submit: (event) => act(event, Key, submitPacket),
  takeBack: (event) => act(event, TakeBackForm, takeBack),
  revise: (event) => act(event, z.object({}), revise),
  dropRevision: (event) => act(event, z.object({}), dropRevision),
  declareDone: (event) => act(event, z.object({}), declareDone),
  withdrawDeclaration: (event) => act(event, z.object({}), withdrawDeclaration),
  ...classActions
};

type Person = NonNullable<App.Locals['person']>;
type Change<T> = (
  person: Person,
  input: T & { assignmentId: string }
) => Promise<{ ok: true } | { ok: false; why: Refusal }>;

/** Parses a small form, does the one thing, answers. */
async function act<S extends z.ZodObject>(event: RequestEvent, schema: S, change: Change<z.infer<S>>) {
  const { locals, params, url, request } = event;
  const person = signedIn(locals, url);
  const form = schema.safeParse(Object.fromEntries(await request.formData()));
  if (!form.success) error(400, 'The form came without what it needs, so nothing was changed.');
  return respond(
    await orNotFound(change(person, { ...form.data, assignmentId: params.id })),
    request,
    url.pathname,
    refusalWords
  );
}

function fileWords(why: Refusal | PieceRefusal): string {
  return isRefusal(why) ? refusalWords(why) : pieceRefusalWords(why, config.maxFileBytes);
}

function isRefusal(why: Refusal | PieceRefusal): why is Refusal {
  return (REFUSALS as readonly string[]).includes(why);
}
