import { z } from 'zod';
import { allowed, type Refusal } from '$core/packets/allowed';
import { toMarkdown } from '$core/pages/markdown';
import { pageOf } from '$core/pages/merge';
import { LONGEST_TITLE } from '$core/pages/nodes/part';
import { partOfPage, type OwnPart } from '$core/pages/own-parts';
import { picturesOf } from '$core/pages/sound';
import { textOf } from '$core/pages/walk';
import type { PartyRefusal } from '$core/parties/refusals';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { inspectBlob } from '../blobs/inspect';
import { registerBlob } from '../blobs/register';
import { storeText } from '../blobs/store-text';
import { Piece } from '../db/models/packets';
import { execute, select } from '../db/connection';
import { announceLine } from '../live/lines';
import { NotHere, type Outcome } from '../outcome';
import { withPacket, type OpenPacket } from '../packets/open-packet';
import { divisionOf, layNewParts, missingParts, touchParts } from '../pages/divide';
import { findDraft, openDraft, type Draft } from '../pages/draft';
import { flushPage, layPictures } from '../pages/flush';
import { issuePartReceipt } from '../receipts/issue-part';
import { arranging, type OnePiece } from './arranging';

/** Who writes a page, in which parts, and whose each window is. */
export interface WhoWrites {
  me: string;
  people: Array<{ id: string; name: string }>;
  parts: Draft['parts'];
  /** Whose each window is that has written there. */
  writers: Record<string, string>;
}

/** What somebody does about the parts of a page. */
export const PartDeed = z.discriminatedUnion('do', [
  z.object({ do: z.literal('add'), title: z.string().trim().min(1).max(LONGEST_TITLE) }),
  z.object({ do: z.enum(['take', 'leave', 'finish', 'go-on']), part: z.string().max(40) })
]);
export type PartDeed = z.infer<typeof PartDeed>;
type Why = Refusal | PieceRefusal | PartyRefusal;

/**
 * Who writes a page of the student's own packet together with them. Where its place is divided, parts that are missing are laid now:
 * for a page that was just begun, and for whoever came later.
 *
 * @throws NotHere where there is no such page of theirs
 */
export async function readWhoWrites(person: Actor, { assignmentId, pieceId }: OnePiece): Promise<WhoWrites> {
  const address = { assignmentId, own: true } as const;
  const { who } = await withPacket(person, address, 'work-on-own-packet', null, async (packet) => {
    const here = await Piece.findOne({ where: { id: pieceId, packetId: packet.id }, transaction: packet.tx });
    if (!here) throw new NotHere('This page');
    const people = await select(Named, NAMES, [packet.members], packet.tx);
    await divide(packet, pieceId, people);
    const { writers, parts } = await findDraft(pieceId, packet.tx);
    return { ok: true as const, who: { me: person.id, people, parts, writers } };
  });
  return who;
}

/** Does something about the parts of a page. What is finished gets a receipt, and nobody changes it until its owner goes on. */
export async function changePart(
  person: Actor,
  { deed, ...page }: OnePiece & { deed: PartDeed }
): Promise<Outcome<{ receipt: string | null }, Why>> {
  const done = await arranging<Done>(person, page, async (_, packet) => {
    const made = await (deed.do === 'add' ? add(packet, page.pieceId, deed.title) : change(packet, page.pieceId, deed));
    if (!made.ok) return made;
    await announceLine({ page: page.pieceId, parts: true, ...(made.upTo && { upTo: made.upTo }) }, packet.tx);
    return made;
  });
  if (!done.ok) return done;
  if (done.blob) await inspectBlob(done.blob);
  return { ok: true, receipt: done.receipt };
}

type Done =
  | { ok: true; receipt: string | null; upTo?: number; blob?: Awaited<ReturnType<typeof storeText>> }
  | { ok: false; why: Why };

async function divide(packet: OpenPacket, pieceId: string, people: ReadonlyArray<z.infer<typeof Named>>) {
  const { tx, person, now, custody } = packet;
  const division = await divisionOf(pieceId, tx);
  if (!division || !allowed(custody, { do: 'add-piece', piece: pieceId }, now).ok) return;
  const draft = await findDraft(pieceId, tx);
  // Where work is marked without names, a part has none of anybody.
  const named = packet.facts.nameless
    ? people.map(({ id }, i) => ({ id, name: `Part ${draft.parts.length + i + 1}` }))
    : people;
  const missing = missingParts(draft, division, named);
  const upTo = await layNewParts(pieceId, missing, { by: person.id, now }, tx);
  if (upTo !== null) await announceLine({ page: pieceId, parts: true, upTo }, tx);
}

async function add({ person, now, tx }: OpenPacket, pieceId: string, title: string): Promise<Done> {
  const upTo = await layNewParts(pieceId, [{ title, personId: person.id }], { by: person.id, now }, tx);
  return upTo === null ? { ok: false, why: 'too-many-parts' } : { ok: true, receipt: null, upTo };
}

async function change(packet: OpenPacket, pieceId: string, deed: Exclude<PartDeed, { do: 'add' }>): Promise<Done> {
  const { person, now, tx } = packet;
  const part = (await findDraft(pieceId, tx)).parts.find(({ id }) => id === deed.part);
  if (!part) throw new NotHere('This part');
  const mine = part.personId === person.id;
  const set = (owner: string | null, finishedAt: number | null, receipt: string | null) =>
    execute(SET, [pieceId, part.id, owner, finishedAt && new Date(finishedAt), receipt], tx);
  if (deed.do === 'take') {
    if (part.personId !== null && !mine) return { ok: false, why: 'part-is-taken' };
    if (!mine) await set(person.id, null, null);
  } else if (!mine) throw new NotHere('This part');
  else if (deed.do === 'leave') {
    if (part.finishedAt !== null) return { ok: false, why: 'part-is-finished' };
    await set(null, null, null);
  } else if (deed.do === 'go-on') await set(person.id, null, null);
  else if (part.finishedAt === null) return finish(packet, pieceId, part);
  return { ok: true, receipt: null, upTo: await touchParts(pieceId, { by: person.id, now }, tx) };
}

/** What stands in the part now is received as bytes with a hash, whatever becomes of the whole. */
async function finish(packet: OpenPacket, pieceId: string, part: OwnPart): Promise<Done> {
  const { person, now, tx } = packet;
  await flushPage(pieceId, now, tx);
  const text = partOfPage(pageOf(await openDraft(await findDraft(pieceId, tx), tx)), part.id);
  if (!text || (textOf(text) === '' && picturesOf(text).length === 0)) return { ok: false, why: 'part-is-empty' };
  const blob = await storeText(toMarkdown(text), 'text/markdown');
  await registerBlob(blob, tx);
  await layPictures(pieceId, blob, picturesOf(text), tx);
  const [at] = await select(Place, PLACE, [pieceId], tx);
  const { size, mediaType, sha256 } = blob;
  const piece = { kind: 'page', place: at?.place ?? null, name: `${part.title}.md`, size, mediaType, sha256 };
  const receipt = await issuePartReceipt(packet, { part: part.title, piece });
  await execute(SET, [pieceId, part.id, person.id, new Date(now), receipt], tx);
  return { ok: true, receipt, upTo: await touchParts(pieceId, { by: person.id, now }, tx), blob };
}

const Named = z.object({ id: z.string(), name: z.string() });
const NAMES = 'select id, name from people where id = any($1::uuid[]) order by sort_name, id';
const SET = 'update page_parts set person_id = $3, finished_at = $4, receipt = $5 where piece_id = $1 and id = $2';
const Place = z.object({ place: z.string().nullable() });
const PLACE =
  'select d.title as place from pieces p left join deliverables d on d.id = p.deliverable_id where p.id = $1';
