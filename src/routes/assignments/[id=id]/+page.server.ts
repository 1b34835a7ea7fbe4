import { error, fail, redirect } from '@sveltejs/kit';
import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { wantedName } from '$core/assignments/wants';
import type { Refusal } from '$core/packets/allowed';
import type { PieceRefusal } from '$core/packets/piece-rules';
import type { DeliverableView } from '$core/packets/views';
import { readGuidance } from '$server/assignments/guidance';
import { estimateOwn, noteResultSeen, tickMustDo } from '$server/assignments/own-progress';
import { readAssignment, readOwnPacket, type AssignmentView } from '$server/assignments/read-assignment';
import { config } from '$server/config';
import { readClass } from '$server/marking/queries';
import { readDrafts } from '$server/packets/read-packet';
import {
  declareDone,
  dropRevision,
  openAssignment,
  revise,
  takeBack,
  withdrawDeclaration
} from '$server/packets/change';
import { declareSite, declaredSite, lookAgain } from '$server/links/links';
import { tend } from '$server/links/tend';
import { movePiece, notePiece, placePiece, renamePiece } from '$server/packets/arrange-pieces';
import { removePiece } from '$server/packets/pieces';
import { receiveFiles } from '$server/packets/receive-files';
import { takeNewer } from '$server/shelf/take';
import { readUnderWay } from '$server/uploads/under-way';
import { submitPacket } from '$server/packets/submit';
import { post } from '$server/threads/posts';
import { fileWords, withKept } from '../../shared/file-words';
import { handleForm } from '../../shared/form';
import { orNotFound, signedIn } from '../../shared/guard';
import { respond } from '../../shared/respond';
import { classActions } from './class-actions';
import { addLink, giveUp, PlaceId, takeFiles, useAsArrived } from './gather-actions';
import type { Actions, RequestEvent } from './$types';

export const load = async ({ locals, params, url, isDataRequest }) => {
  const person = signedIn(locals, url);
  const assignment = await orNotFound(readAssignment(person, params.id));
  if (assignment.role === 'teacher')
    return { view: 'teacher' as const, ...(await teacherView(person, assignment, url)) };
  const wantsOwnSite = assignment.deliverables.some(({ wants }) => wants.ownSite);
  const [packet, guidance, underWay, ownSite] = await Promise.all([
    readOwnPacket(person, assignment.facts),
    readGuidance(person, assignment.facts, person.id),
    readUnderWay(person, params.id),
    wantsOwnSite ? declaredSite(person) : null
  ]);
  if (!packet.custody.opened) await openAssignment(person, { assignmentId: params.id });
  // A page that reads itself anew may lie behind another: there the browser tells when somebody looks (`seen`).
  if (packet.unread && !isDataRequest) await noteResultSeen(person, params.id);
  const submitted = packet.rounds.flatMap(({ pieces }) => pieces);
  // Both are asked, whatever the first one answers.
  const looking = [tend(packet.pieces, 'pieces'), tend(submitted, 'round_pieces')].includes(true);
  const deliverables = namedFor(person, assignment);
  const shown = { ...assignment, deliverables, packet, guidance, underWay, ownSite, looking };
  return { view: 'student' as const, ...shown, key: randomUUID(), largestFile: config.maxFileBytes };
};

/** What is asked, with the names that the student's own pieces should have. */
function namedFor({ name, sortName }: Person, { deliverables, facts }: AssignmentView): DeliverableView[] {
  return deliverables.map((place) => {
    const { naming } = place.wants;
    const by = { name, sortName, assignment: facts.title, deliverable: place.title, course: facts.courseTitle };
    return { ...place, named: naming === undefined ? null : wantedName(naming, by) };
  });
}

/** The class, and what was said: on the open floor, and aside with the student whose thread is open. */
async function teacherView(person: Person, assignment: AssignmentView, url: URL) {
  const student = z.uuid().nullable().catch(null).parse(url.searchParams.get('aside'));
  const [lines, guidance, drafts] = await Promise.all([
    readClass(assignment.facts),
    readGuidance(person, assignment.facts, student),
    assignment.facts.followsDrafts ? readDrafts(assignment.facts.assignmentId) : []
  ]);
  return { ...assignment, class: lines, guidance, drafts, asideWith: student };
}

const Key = z.object({ key: z.string().min(8).max(50) });
const TakeBackForm = Key.extend({
  restores: z.union([z.literal('nothing').transform(() => null), z.coerce.number().int().positive()])
});
const TickForm = z.object({ itemId: z.uuid(), done: z.enum(['yes', 'no']).transform((done) => done === 'yes') });
const EstimateForm = z.object({
  criterionId: z.uuid(),
  levelId: z.union([z.literal('').transform(() => null), z.uuid()])
});
const PostForm = z.object({
  body: z.string().trim().min(1, 'Write something first.').max(10_000),
  to: z.enum(['floor', 'aside']),
  studentId: z.uuid().optional()
});
const PieceForm = z.object({ pieceId: z.uuid() });
const UploadForm = z.object({ uploadId: z.string().regex(/^[0-9a-f]{32}$/) });

export const actions = {
  addFiles: async ({ locals, params, url, request }) => {
    const { refused } = await orNotFound(receiveFiles(signedIn(locals, url), params.id, request));
    if (refused.length > 0)
      return fail(409, {
        problem: undefined,
        refusedFiles: refused.map(({ name, why }) => ({ name, words: withKept(why) }))
      });
    if (request.headers.get('x-sveltekit-action') !== 'true') redirect(303, `${url.pathname}#packet`);
    return { done: true };
  },
  removePiece: (event) => act(event, PieceForm, removePiece),
  renamePiece: (event) => act(event, PieceForm.extend({ name: z.string().trim().min(1).max(1000) }), renamePiece),
  notePiece: (event) => act(event, PieceForm.extend({ note: z.string().trim().max(500).default('') }), notePiece),
  placePiece: (event) =>
    act(
      event,
      PieceForm.extend({ deliverableId: PlaceId, index: z.coerce.number().int().min(0).max(1000) }),
      placePiece
    ),
  takeNewer: (event) => act(event, PieceForm, takeNewer),
  lookAgain: (event) => act(event, PieceForm, lookAgain),
  addLink,
  declareSite: (event) => act(event, z.object({ url: z.string().max(500) }), declareSite),
  takeFromShelf: takeFiles,
  useAsArrived: (event) => act(event, UploadForm, useAsArrived),
  discardUpload: (event) => act(event, UploadForm, giveUp),
  movePiece: (event) => act(event, PieceForm.extend({ by: z.enum(['up', 'down']) }), movePiece),
  submit: (event) => act(event, Key, submitPacket),
  takeBack: (event) => act(event, TakeBackForm, takeBack),
  revise: (event) => act(event, z.object({}), revise),
  dropRevision: (event) => act(event, z.object({}), dropRevision),
  declareDone: (event) => act(event, z.object({}), declareDone),
  withdrawDeclaration: (event) => act(event, z.object({}), withdrawDeclaration),
  seen: async ({ locals, params, url }) => {
    await noteResultSeen(signedIn(locals, url), params.id);
    return { done: true };
  },
  tick: ({ locals, params, url, request }) =>
    handleForm(request, TickForm, async (tick) => {
      await tickMustDo(signedIn(locals, url), { assignmentId: params.id, ...tick });
      return { done: true };
    }),
  estimate: ({ locals, params, url, request }) =>
    handleForm(request, EstimateForm, async (estimate) => {
      await estimateOwn(signedIn(locals, url), { assignmentId: params.id, ...estimate });
      return { done: true };
    }),
  post: ({ locals, params, url, request }) =>
    handleForm(request, PostForm, async (said) => {
      await post(signedIn(locals, url), { assignmentId: params.id, ...said });
      return { done: true };
    }),
  ...classActions
} satisfies Actions;

type Person = NonNullable<App.Locals['person']>;
type Change<T> = (
  person: Person,
  input: T & { assignmentId: string }
) => Promise<{ ok: true } | { ok: false; why: Refusal | PieceRefusal }>;

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
    fileWords
  );
}
