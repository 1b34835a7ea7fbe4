import { readFile } from 'node:fs/promises';
import { z } from 'zod';
import type { Refusal } from '$core/packets/allowed';
import { keepableName } from '$core/pieces/names';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { inspectBlob } from '../blobs/inspect';
import { soundPath } from '../blobs/sound';
import { storeText } from '../blobs/store-text';
import { execute, ms, select, type Tx } from '../db/connection';
import { NotHere, type Outcome } from '../outcome';
import { flushPage } from '../pieces/pages';
import { publish } from '../live/publish';
import { arranging, type OnePiece } from './arranging';
import { addFile } from './pieces';

/** A page as its writer has it before them. `version`: 0 before anything was kept besides its bytes. */
export interface PageText {
  text: string;
  version: number;
  at: Moment | null;
}

/** Lays an empty page into a place of the student's own packet, under its own name. */
export async function beginPage(
  person: Actor,
  input: { assignmentId: string; deliverableId: string | null; name: string; key: string }
): Promise<Outcome<{ pieceId: string }, Refusal | PieceRefusal>> {
  const name = keepableName(`${input.name}.md`);
  if (name === null) return { ok: false, why: 'name-too-long' };
  const blob = await storeText(`# ${input.name}\n`, 'text/markdown');
  const { assignmentId, deliverableId, key } = input;
  return addFile(person, { assignmentId, deliverableId, name, blob, came: 'written', key: `page ${key}` });
}

/**
 * What stands on a page of the student's own packet, while it can be written on.
 *
 * @throws NotHere where there is no such page of theirs
 */
export async function readPage(
  person: Actor,
  input: OnePiece
): Promise<Outcome<{ page: PageText }, Refusal | PieceRefusal>> {
  return arranging(person, input, async (_, packet) => ({ ok: true, page: await present(input.pieceId, packet.tx) }));
}

/**
 * Keeps what was written on a page.
 *
 * @param known the version that the writer had before them; null to keep this whatever another window has kept, which then
 *              stays on the Shelf as an earlier version
 * @param over  nothing more is written for now: its bytes are made
 */
export async function keepPage(
  person: Actor,
  input: OnePiece & { text: string; known: number | null; over: boolean }
): Promise<Outcome<{ version: number; at: Moment }, Refusal | PieceRefusal>> {
  const kept = await arranging(person, input, async (_, packet) => {
    const { pieceId, text, known, over } = input;
    const version = await versionOf(pieceId, packet.tx);
    if (known !== null && known !== version) return { ok: false, why: 'written-elsewhere' };
    if (known === null) await flushPage(pieceId, 'apart', packet.now, packet.tx);
    await execute(KEEP, [pieceId, text, version + 1, new Date(packet.now)], packet.tx);
    const blob = over ? await flushPage(pieceId, 'together', packet.now, packet.tx) : null;
    if (blob) await publish({ what: 'pieces-arranged', packet }, packet.tx);
    return { ok: true, version: version + 1, at: packet.now, blob };
  });
  if (!kept.ok) return kept;
  if (kept.blob) await inspectBlob(kept.blob);
  return { ok: true, version: kept.version, at: kept.at };
}

/** Asked with each pause in typing: the text itself stays where it is. */
async function versionOf(pieceId: string, tx: Tx): Promise<number> {
  const [page] = await select(Version, VERSION, [pieceId], tx);
  if (!page) throw new NotHere('This page');
  return page.version;
}

async function present(pieceId: string, tx: Tx): Promise<PageText> {
  const [page] = await select(Page, PAGE, [pieceId], tx);
  if (!page) throw new NotHere('This page');
  const { text, version, at, ...blob } = page;
  return { text: text ?? (await readFile(await soundPath(blob), 'utf8')), version: version ?? 0, at };
}

const Page = z.object({
  text: z.string().nullable(),
  version: z.number().nullable(),
  at: z.number().nullable(),
  sha256: z.string(),
  size: z.number()
});
const PAGE = `
  select d.text, d.version, ${ms('d.at')} as at, b.sha256, b.size::float8 as size
  from pieces p join blobs b on b.sha256 = p.sha256 left join page_drafts d on d.piece_id = p.id
  where p.id = $1 and p.kind = 'page'`;
const Version = z.object({ version: z.number() });
const VERSION = `
  select coalesce(d.version, 0) as version from pieces p left join page_drafts d on d.piece_id = p.id
  where p.id = $1 and p.kind = 'page'`;
const KEEP = `
  insert into page_drafts (piece_id, text, version, at) values ($1, $2, $3, $4)
  on conflict (piece_id) do update set text = excluded.text, version = excluded.version, at = excluded.at, flushed = false`;
