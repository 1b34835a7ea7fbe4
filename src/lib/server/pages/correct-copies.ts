import type { JSONContent } from '@tiptap/core';
import { z } from 'zod';
import { correction, pageOf } from '$core/pages/merge';
import { frameOf, promptsOf, withAnswers } from '$core/pages/starter';
import { filledSince, withTeachersParts } from '$core/pages/teachers-parts';
import type { StoredBlob } from '../blobs/store';
import { clock } from '../clock';
import { select, type Tx } from '../db/connection';
import { announce } from '../live/announce';
import { pageTopic } from '$core/live/written-to';
import { findDraft, openDraft } from './draft';
import { flushPage } from './flush';
import { takeWriting } from './take-writing';

/**
 * Brings a starter as it is now into the copies that were begun from it and are not settled: around the answers, which stay.
 *
 * @param by the teacher who changed it
 * @returns how many were changed, on how many an answer has lost its question, and what they are made of now, to be looked into
 */
export async function correctCopies(
  by: string,
  deliverableId: string,
  { before, now: starter }: { before: JSONContent; now: JSONContent },
  tx: Tx
): Promise<{ corrected: number; loose: number; blobs: StoredBlob[] }> {
  const copies = await select(Copy, COPIES, [deliverableId], tx);
  let [corrected, loose] = [0, 0];
  const blobs: StoredBlob[] = [];
  for (const { pieceId, members } of copies) {
    const draft = await findDraft(pieceId, tx);
    const doc = await openDraft(draft, tx);
    const copy = pageOf(doc);
    if (promptsOf(copy).length === 0) continue;
    // What a teacher has filled in there stays too.
    const { page: answered, left } = withAnswers(starter, copy);
    const page = withTeachersParts(answered, filledSince(before, copy));
    if (frameOf(page) === frameOf(copy)) continue;
    const taken = await takeWriting(draft, { update: correction(doc, page), by, now: clock.now(), free: true }, tx);
    if (typeof taken === 'string') continue;
    corrected++;
    if (left.length > 0) loose++;
    // What its packet says of it (what is answered, what there is to choose) is of the page as it is now.
    const blob = await flushPage(pieceId, clock.now(), tx);
    if (blob) blobs.push(blob);
    await announce({ people: members, about: [pageTopic(pieceId, taken.seq)] }, tx);
  }
  return { corrected, loose, blobs };
}

const Copy = z.object({ pieceId: z.string(), members: z.array(z.string()) });
/** In one order, as every lock on several packets is taken. */
const COPIES = `
  select i.id as "pieceId", array(select m.person_id::text from party_members m where m.party_id = p.party_id) as members
  from pieces i join packets p on p.id = i.packet_id
  where i.deliverable_id = $1 and i.kind = 'page' order by p.id, i.id for update of p`;
