import { allowed, type Refusal } from '$core/packets/allowed';
import { newDeck } from '$core/pages/deck';
import { newDrawing } from '$core/pages/nodes/drawing';
import { sheetMarkdown } from '$core/pages/nodes/sheet';
import type { Update } from '$core/pages/merge';
import { picturesOf } from '$core/pages/sound';
import { keepableName } from '$core/pieces/names';
import type { PageShape } from '$core/pieces/page-shapes';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { starterText } from '../assignments/starter';
import { clock } from '../clock';
import { inspectBlob } from '../blobs/inspect';
import { storeText } from '../blobs/store-text';
import type { Tx } from '../db/connection';
import { Piece } from '../db/models/packets';
import { NotHere, type Outcome } from '../outcome';
import { withPacket } from '../packets/open-packet';
import { findDraft, writtenSince } from '../pages/draft';
import { flushPage } from '../pages/flush';
import { layPlacePictures } from '../pages/lay-place-pictures';
import { printPages } from '../pages/print-packet';
import { keepQuickly } from '../pages/keep-quickly';
import { pageOrLines } from '../pages/page-from';
import { takeWriting } from '../pages/take-writing';
import { announceLine } from '../live/lines';
import { publish } from '../live/publish';
import { arranging, type OnePiece } from './arranging';
import { addFile } from './pieces';

/** What each kind of page begins with. */
const BEGINNINGS: Record<PageShape, (name: string) => string> = {
  page: (name: string) => `# ${name}\n`,
  deck: (name: string) => newDeck(name),
  sheet: (name: string) => `${sheetMarkdown(name, [])}\n`,
  drawing: () => `${newDrawing()}\n`
};

/** What of a page its writer has not got yet. */
export interface WhatIsNew {
  /** What the page began with: what is written elsewhere is never merged into another text. */
  began: string;
  /** Counts what was written. */
  seq: number;
  at: Moment | null;
  updates: Update[];
}

/**
 * Lays a page into a place of the student's own packet, under its own name: an empty one, or a copy of what the teacher
 * prepared for it.
 *
 * @param input `insteadOf`: a piece of the place that leaves the packet as the page comes; its file stays on the Shelf
 */
export async function beginPage(
  person: Actor,
  input: {
    assignmentId: string;
    deliverableId: string | null;
    name: string;
    key: string;
    /** What it begins with, where there is no starter. */
    as?: PageShape | undefined;
    insteadOf?: string | undefined;
  }
): Promise<Outcome<{ pieceId: string }, Refusal | PieceRefusal>> {
  const name = keepableName(`${input.name}.md`);
  if (name === null) return { ok: false, why: 'name-too-long' };
  const starter = await starterText(input.deliverableId);
  const text = starter ?? BEGINNINGS[input.as ?? 'page'](input.name);
  const blob = await storeText(text, 'text/markdown');
  const { assignmentId, deliverableId, key } = input;
  const insteadOf = input.insteadOf === undefined ? [] : [input.insteadOf];
  const begun = await addFile(person, {
    ...{ assignmentId, deliverableId, name, blob, insteadOf },
    came: 'written',
    key: `page ${key}`
  });
  if (begun.ok && starter !== null && deliverableId !== null)
    await layPlacePictures(blob.sha256, deliverableId, picturesOf(await pageOrLines(starter)));
  return begun;
}

/**
 * What stands on a page of the student's own packet.
 *
 * @param since the count up to which they have it; null for all of it
 * @returns `closed`: why it cannot be written on just now; null while it can
 * @throws NotHere where there is no such page of theirs
 */
export async function readPage(
  person: Actor,
  { since, assignmentId, pieceId }: OnePiece & { since: number | null }
): Promise<{ ok: true; page: WhatIsNew; closed: Refusal | null }> {
  return withPacket(person, { assignmentId, own: true }, 'work-on-own-packet', null, async (packet) => {
    const { id, custody, now, tx } = packet;
    const [draft, here] = await Promise.all([
      findDraft(pieceId, tx),
      Piece.findOne({ where: { id: pieceId, packetId: id }, transaction: tx })
    ]);
    if (!here) throw new NotHere('This page');
    const { began, seq, at } = draft;
    const verdict = allowed(custody, { do: 'add-piece', piece: pieceId }, now);
    const page = { began, seq, at, updates: await writtenSince(draft, since, tx) };
    return { ok: true, page, closed: verdict.ok ? null : verdict.why };
  });
}

export interface Written extends OnePiece {
  /** What the writer's page began with. */
  began: string;
  /** The count up to which they have what others wrote. */
  since: number;
  /** What they wrote since they last said so; null for nothing. */
  update: Update | null;
  /** Nothing more is written for now: its bytes are made. */
  over: boolean;
}

/**
 * Merges what was written into a page.
 *
 * @returns its new count, and what others have written meanwhile
 */
export async function keepPage(
  person: Actor,
  { began, since, update, over, ...input }: Written
): Promise<Outcome<{ page: WhatIsNew }, Refusal | PieceRefusal>> {
  if (update && !over) {
    const now = clock.now();
    const quick = await keepQuickly(person, { pieceId: input.pieceId, began, since, update }, now);
    if (typeof quick === 'string') return { ok: false, why: quick };
    if (quick) return { ok: true, page: { began, at: now, ...quick } };
  }
  const kept = await arranging(person, input, async (_, packet) => {
    const { now, tx } = packet;
    const draft = await findDraft(input.pieceId, tx);
    if (draft.began !== began) return { ok: false, why: 'written-elsewhere' };
    const others = await writtenSince(draft, since, tx);
    const taken = update && (await takeWriting(draft, { update, by: person.id, now }, tx));
    if (typeof taken === 'string') return { ok: false, why: taken };
    const seq = taken?.seq ?? draft.seq;
    const blob = over ? await flushPage(input.pieceId, now, tx) : null;
    if (blob) await publish({ what: 'pieces-arranged', packet }, tx);
    if (taken && update) await alongLine(input.pieceId, seq, update, tx);
    if (taken) await publish({ what: 'written', packet, pieceId: input.pieceId, seq }, tx);
    const at = taken ? now : draft.at;
    const { id: packetId, seq: packetSeq, custody, members } = packet;
    const grant = { personId: person.id, packetId, packetSeq, custody, members, at: now };
    return { ok: true, blob, committed: () => taken?.committed(grant), page: { began, seq, at, updates: others } };
  });
  if (!kept.ok) return kept;
  kept.committed();
  if (kept.blob) {
    await inspectBlob(kept.blob);
    // What a submit waits for is there before anybody submits.
    void printPages(person.id, input.assignmentId);
  }
  return { ok: true, page: kept.page };
}

/** Whoever has the page open gets what was written at once. */
const alongLine = (page: string, seq: number, update: Update, tx: Tx) =>
  announceLine({ page, wrote: [[seq, Buffer.from(update).toString('base64')]] }, tx);
