import type { JSONContent } from '@tiptap/core';
import { readFile } from 'node:fs/promises';
import { z } from 'zod';
import type { MarkRefusal } from '$core/marking/words';
import type { Refusal } from '$core/packets/allowed';
import { LONGEST_PAGE } from '$core/pages/bounds';
import { toMarkdown } from '$core/pages/markdown';
import { correction, pageOf } from '$core/pages/merge';
import { unsound } from '$core/pages/sound';
import { promptsOf } from '$core/pages/starter';
import { teachersPartsOf, withTeachersParts } from '$core/pages/teachers-parts';
import type { Actor } from '$core/people/policy';
import { registerBlob } from '../blobs/register';
import { soundPath } from '../blobs/sound';
import { storeText } from '../blobs/store-text';
import { execute, select, type Tx } from '../db/connection';
import { publish } from '../live/publish';
import { NotHere, type Outcome } from '../outcome';
import { withPacket, type OpenPacket } from '../packets/open-packet';
import { beginMarking } from './marked-round';
import { findDraft, openDraft } from '../pages/draft';
import { pageOrLines } from '../pages/page-from';
import { takeWriting } from '../pages/take-writing';

/** What a teacher fills in on a page of a round: each part with the words before it, in Markdown. */
export interface PartsView {
  /** 0 while nothing was filled in. */
  version: number;
  parts: Array<{ id: string; label: string; text: string }>;
}
interface PartsAt {
  packetId: string;
  roundPieceId: string;
}

/**
 * The parts of a submitted page that are its teacher's, as they stand: as they were given out, or as somebody filled them in.
 *
 * @throws NotHere where there is no such page for this person, or it has none
 */
export async function readTeachersParts(person: Actor, at: PartsAt): Promise<Outcome<PartsView, never>> {
  return withPacket(person, at, 'mark-round', null, async ({ tx }) => ({ ok: true, ...(await partsAt(at, tx)).view }));
}

/** Keeps what a teacher filled in. The student sees it when the round is returned. @param known the version they had before them */
export async function keepTeachersParts(
  person: Actor,
  { known, parts, ...at }: PartsAt & { known: number; parts: Record<string, string> }
): Promise<Outcome<{ version: number }, Refusal | MarkRefusal>> {
  return withPacket(person, at, 'mark-round', null, async (packet) => {
    const { page, round, view } = await partsAt(at, packet.tx);
    if (view.version !== known) return { ok: false, why: 'parts-elsewhere' };
    if (!view.parts.every(({ id }) => typeof parts[id] === 'string') || !(await sound(page, parts)))
      return { ok: false, why: 'parts-unreadable' };
    const why = await beginMarking(packet, round);
    if (why !== null) return { ok: false, why };
    const kept = Object.fromEntries(view.parts.map(({ id }) => [id, parts[id]]));
    const bind = [at.roundPieceId, known + 1, JSON.stringify(kept), new Date(packet.now), person.id];
    await execute(KEEP, bind, packet.tx);
    return { ok: true, version: known + 1 };
  });
}

/**
 * Makes the pages of a round what their teacher made of them, beside what was submitted; and brings the same into the student's
 * working copy, which goes on from there. Under the packet's lock, as the round is returned.
 */
export async function returnTeachersParts(packet: OpenPacket, round: number): Promise<void> {
  const { tx, now } = packet;
  const filled = await select(Filled, FILLED, [packet.id, round], tx);
  for (const { id, sha256, size, parts, working } of filled) {
    const content = await contentOf(parts);
    const page = withTeachersParts(await pageAt({ sha256, size }), content);
    const blob = await storeText(toMarkdown(page), 'text/markdown');
    await registerBlob(blob, tx);
    await execute('update round_pieces set returned_sha256 = $2 where id = $1', [id, blob.sha256], tx);
    await execute(PICTURES, [blob.sha256, sha256], tx);
    if (working === null) continue;
    const draft = await findDraft(working, tx);
    const doc = await openDraft(draft, tx);
    if (!teachersPartsOf(pageOf(doc)).some(({ id }) => content.has(id))) continue;
    const update = correction(doc, withTeachersParts(pageOf(doc), content));
    const taken = await takeWriting(draft, { update, by: packet.person.id, now, free: true }, tx);
    if (typeof taken !== 'string') await publish({ what: 'written', packet, pieceId: working, seq: taken.seq }, tx);
  }
}

async function partsAt(
  { packetId, roundPieceId }: PartsAt,
  tx: Tx
): Promise<{ page: JSONContent; round: number; view: PartsView }> {
  const [row] = await select(Row, PIECE, [roundPieceId, packetId], tx);
  const page = row && (await pageAt(row));
  const given = page ? teachersPartsOf(page) : [];
  if (!row || !page || given.length === 0) throw new NotHere('This page');
  const parts = given.map(({ id, label, content }) => ({
    id,
    label,
    text: row.parts[id] ?? toMarkdown({ type: 'doc', content })
  }));
  return { page, round: row.round, view: { version: row.version, parts } };
}

/** What is filled in is part of a page, and asks nothing. */
async function sound(page: JSONContent, parts: Record<string, string>): Promise<boolean> {
  if (Object.values(parts).reduce((all, text) => all + text.length, 0) > LONGEST_PAGE) return false;
  const content = await contentOf(parts);
  const own = [...content.values()].map((blocks) => ({ type: 'doc', content: blocks }));
  const asks = own.some((part) => promptsOf(part).length + teachersPartsOf(part).length > 0);
  const after = withTeachersParts(page, content);
  return !asks && unsound(after) === null;
}

async function contentOf(parts: Record<string, string>): Promise<Map<string, JSONContent[]>> {
  const read = Object.entries(parts).map(async ([id, text]) => [id, (await pageOrLines(text)).content ?? []] as const);
  return new Map(await Promise.all(read));
}

const pageAt = async (blob: { sha256: string; size: number }): Promise<JSONContent> =>
  pageOrLines(await readFile(await soundPath(blob), 'utf8'));

const Parts = z.record(z.string(), z.string());
const Row = z.object({
  round: z.number(),
  sha256: z.string(),
  size: z.number(),
  version: z.number(),
  parts: Parts
});
const PIECE = `
  select r.round_no as round, b.sha256, b.size::float8 as size, coalesce(f.version, 0) as version,
    coalesce(f.parts, '{}') as parts
  from round_pieces r join blobs b on b.sha256 = r.sha256 left join filled_parts f on f.round_piece_id = r.id
  where r.id = $1 and r.packet_id = $2 and r.kind = 'page'`;
const KEEP = `
  insert into filled_parts (round_piece_id, version, parts, changed_at, changed_by) values ($1, $2, $3, $4, $5)
  on conflict (round_piece_id) do update set version = excluded.version, parts = excluded.parts,
    changed_at = excluded.changed_at, changed_by = excluded.changed_by`;
const Filled = z.object({
  id: z.string(),
  sha256: z.string(),
  size: z.number(),
  parts: Parts,
  /** The page in the working packet that goes on from it. */
  working: z.string().nullable()
});
const FILLED = `
  select r.id, b.sha256, b.size::float8 as size, f.parts,
    (select i.id from pieces i where i.packet_id = r.packet_id and i.kind = 'page'
      and i.deliverable_id is not distinct from r.deliverable_id order by i.name = r.name desc, i.position limit 1) as working
  from round_pieces r join filled_parts f on f.round_piece_id = r.id join blobs b on b.sha256 = r.sha256
  where r.packet_id = $1 and r.round_no = $2`;
const PICTURES = `
  insert into blob_pictures (sha256, picture_sha256)
  select $1, picture_sha256 from blob_pictures where sha256 = $2 on conflict do nothing`;
