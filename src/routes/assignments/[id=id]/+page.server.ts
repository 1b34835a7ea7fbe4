import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import type { GuidanceView } from '$core/assignments/guidance';
import { topics } from '$core/live/topics';
import { LONGEST_CAPTIONS } from '$core/recordings/captions';
import { namedFor } from '$server/assignments/deliverables';
import { conversations, readGuidance } from '$server/assignments/guidance';
import { estimateOwn, noteResultSeen, tickMustDo } from '$server/assignments/own-progress';
import { readAssignment, readOwnPacket, type AssignmentView } from '$server/assignments/read-assignment';
import { config } from '$server/config';
import { readClass } from '$server/lines/class';
import { readDrafts } from '$server/packets/read-packet';
import { openAssignment } from '$server/rounds/change';
import { lookAgain, lookAtAll } from '$server/gathering/attach-link';
import { declareSite, declaredSite } from '$server/links/own-site';
import { readBehind } from '$server/reading/read-behind';
import { movePiece, notePiece, placePiece, renamePiece } from '$server/gathering/arrange-pieces';
import { captionPiece } from '$server/gathering/caption-piece';
import { LONGEST_REMARK } from '$core/remarks/bounds';
import { answerAsStudent } from '$server/marking/answer-remark';
import { readProgress } from '$server/peers/hand-out';
import { readShares } from '$server/marking/shares';
import { dealWithRemark } from '$server/marking/remarks';
import { removePiece } from '$server/gathering/pieces';
import { takeNewCopy } from '$server/portfolio/as-piece';
import { haveLooked } from '$server/together/choose-party';
import { decideSpot } from '$server/gathering/spot-of-piece';
import { takeNewer } from '$server/gathering/take-from-shelf';
import { readUnderWay } from '$server/uploads/under-way';
import { partyOf } from '$server/parties/party';
import { noteHeard } from '$server/threads/read-posts';
import { action, type Person } from '../../shared/action';
import { orNotFound, signedIn } from '../../shared/guard';
import { openAside } from '../../shared/open-aside';
import { shows } from '../../shared/shows';
import { actingOn } from './acting-on';
import { classActions } from './class-actions';
import { custodyActions } from './custody-actions';
import { gatherActions, giveUp, PlaceId, useAsArrived } from './gather-actions';
import type { Actions, RequestEvent } from './$types';

export const load = async ({ locals, params, url, isDataRequest, depends }) => {
  const person = signedIn(locals, url);
  const assignment = await orNotFound(readAssignment(person, params.id));
  // Materials lie beside it; and whether the Shelf has a newer version of a piece shows in its student's packet.
  const live = shows(
    depends,
    topics.assignment(params.id),
    topics.outline(assignment.facts.courseId),
    ...(assignment.role === 'student' ? [topics.shelf] : [])
  );
  if (assignment.role === 'teacher')
    return { view: 'teacher' as const, ...live, ...(await teacherView(person, assignment, url, isDataRequest)) };
  const wantsOwnSite = assignment.deliverables.some(({ wants }) => wants.ownSite);
  const [packet, guidance, underWay, ownSite] = await Promise.all([
    readOwnPacket(assignment),
    readGuidance(person, assignment.facts, assignment.partyId),
    readUnderWay(person, params.id),
    wantsOwnSite ? declaredSite(person) : null
  ]);
  if (!packet.custody.opened) await openAssignment(person, { assignmentId: params.id });
  // A page that reads itself anew may lie behind another: there the browser tells when somebody looks (`seen`).
  if (packet.unread && !isDataRequest) await noteResultSeen(person, params.id);
  const fresh = hasFresh(guidance);
  if (fresh && !isDataRequest) await noteHeard(person, conversations(params.id, assignment.partyId));
  const submitted = packet.rounds.flatMap(({ pieces }) => pieces);
  // Both are asked, whatever the first one answers.
  const looking = [readBehind(packet.pieces, 'pieces'), readBehind(submitted, 'round_pieces')].includes(true);
  const { name, sortName } = person;
  const by = { name, sortName, assignment: assignment.facts.title, course: assignment.facts.courseTitle };
  const deliverables = namedFor(assignment.deliverables, by);
  const shown = { ...assignment, deliverables, packet, guidance, underWay, ownSite, looking, fresh };
  return {
    view: 'student' as const,
    ...live,
    ...shown,
    now: packet.now,
    key: randomUUID(),
    largestFile: config.maxFileBytes
  };
};

/** The class, and what was said: on the open floor, and aside with the student whose thread is open. */
async function teacherView(person: Person, assignment: AssignmentView, url: URL, isDataRequest: boolean) {
  const student = openAside(url);
  const party = student === null ? null : (await partyOf(student, assignment.facts.assignmentId)).id;
  const [lines, guidance, shares, reading, drafts] = await Promise.all([
    readClass(assignment.facts),
    readGuidance(person, assignment.facts, party),
    readShares(assignment.facts.assignmentId),
    assignment.facts.peers ? readProgress(assignment.facts.assignmentId) : null,
    assignment.facts.followsDrafts ? readDrafts(assignment.facts.assignmentId) : []
  ]);
  const fresh = hasFresh(guidance);
  const { assignmentId } = assignment.facts;
  if (fresh && !isDataRequest) await noteHeard(person, conversations(assignmentId, party));
  return { ...assignment, class: lines, now: lines.now, guidance, shares, reading, drafts, asideWith: student, fresh };
}

/** Something was said that the reader had not read. */
function hasFresh({ floor, aside }: GuidanceView): boolean {
  return [...floor, ...aside].some((post) => post.fresh);
}

const TickForm = z.object({ itemId: z.uuid(), done: z.enum(['yes', 'no']).transform((done) => done === 'yes') });
const EstimateForm = z.object({
  criterionId: z.uuid(),
  levelId: z.union([z.literal('').transform(() => null), z.uuid()])
});
const PieceForm = z.object({ pieceId: z.uuid() });
const RemarkForm = z.object({ remarkId: z.uuid(), done: z.enum(['yes', 'no']).transform((done) => done === 'yes') });
const AnswerForm = z.object({
  remarkId: z.uuid(),
  body: z.string().trim().min(1, 'Say something.').max(LONGEST_REMARK),
  key: z.string().min(8).max(50)
});
const UploadForm = z.object({ uploadId: z.string().regex(/^[0-9a-f]{32}$/) });

const seen = action(z.object({}), (person, _, { params, url }: RequestEvent) =>
  noteSeen(person, params.id, openAside(url))
);

export const actions = {
  dealWith: actingOn(RemarkForm, dealWithRemark),
  answerRemark: actingOn(AnswerForm, answerAsStudent),
  removePiece: actingOn(PieceForm, removePiece),
  renamePiece: actingOn(PieceForm.extend({ name: z.string().trim().min(1).max(1000) }), renamePiece),
  notePiece: actingOn(PieceForm.extend({ note: z.string().trim().max(500).default('') }), notePiece),
  captionPiece: actingOn(PieceForm.extend({ captions: z.string().max(LONGEST_CAPTIONS) }), captionPiece),
  placePiece: actingOn(
    PieceForm.extend({ deliverableId: PlaceId, index: z.coerce.number().int().min(0).max(1000) }),
    placePiece
  ),
  takeNewer: actingOn(PieceForm, takeNewer),
  spot: actingOn(PieceForm.extend({ spot: z.enum(['left-out', 'in']) }), decideSpot),
  takeNewCopy: actingOn(PieceForm, takeNewCopy),
  haveLooked: actingOn(z.object({}), haveLooked),
  lookAtLinks: actingOn(z.object({}), (person, { assignmentId }) => lookAtAll(person, assignmentId)),
  lookAgain: actingOn(PieceForm, lookAgain),
  declareSite: actingOn(z.object({ url: z.string().max(500) }), declareSite),
  useAsArrived: actingOn(UploadForm, useAsArrived),
  discardUpload: actingOn(UploadForm, giveUp),
  movePiece: actingOn(PieceForm.extend({ by: z.enum(['up', 'down']) }), movePiece),
  seen,
  tick: actingOn(TickForm, tickMustDo),
  estimate: actingOn(EstimateForm, estimateOwn),
  ...gatherActions,
  ...custodyActions,
  ...classActions
} satisfies Actions;

/** Notes that what came back, and what was said, is before somebody's eyes. */
async function noteSeen(person: Person, assignmentId: string, student: string | null): Promise<void> {
  const { role, partyId } = await readAssignment(person, assignmentId);
  if (role === 'student') await noteResultSeen(person, assignmentId);
  const aside = student === null ? null : (await partyOf(student, assignmentId)).id;
  await noteHeard(person, conversations(assignmentId, role === 'student' ? partyId : aside));
}
