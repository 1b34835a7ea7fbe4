import { readFile } from 'node:fs/promises';
import { createHash } from 'node:crypto';
import { z } from 'zod';
import type { Doc } from 'yjs';
import { beginning, merged, type Update } from '$core/pages/merge';
import type { OwnPart } from '$core/pages/own-parts';
import type { Moment } from '$core/time/moment';
import { soundPath } from '../blobs/sound';
import { ms, select, type Tx } from '../db/connection';
import { NotHere } from '../outcome';
import { unpacked } from './packed';
import { pageOrLines } from './page-from';

/** A page as it is written: where it stands, without its text. */
export interface Draft {
  pieceId: string;
  /** What it began with. Two windows that begin at the same text begin with the same, so that both are one. */
  began: string;
  /** Counts what was written; 0 where nothing was since it began. */
  seq: number;
  /** Up to which writing the page is kept as a whole. */
  wholeTo: number;
  /** Its place has a starter, so that of what its teacher wrote nothing is changed. */
  guarded: boolean;
  /** Parts of it that belong to one of its writers. */
  parts: Array<OwnPart & { receipt: string | null }>;
  /** Bytes of its single writings. */
  weight: number;
  /** Whose each writing window is. */
  writers: Record<string, string>;
  at: Moment | null;
  /** Its bytes, as they were last made. */
  bytes: { sha256: string; size: number };
  /** What was written in the form of before pages merged. */
  text: string | null;
}

/** @throws NotHere where this piece is no page */
export async function findDraft(pieceId: string, tx: Tx): Promise<Draft> {
  const [row] = await select(Row, FIND, [pieceId], tx);
  if (!row) throw new NotHere('This page');
  const { sha256, size, ...draft } = row;
  const began = draft.began === '' ? (draft.text === null ? sha256 : hashOf(draft.text)) : draft.began;
  return { ...draft, pieceId, began, bytes: { sha256, size } };
}

/** What was written since some writing; the page itself first where nothing of it is known, or too little. */
export async function writtenSince(draft: Draft, since: number | null, tx: Tx): Promise<Update[]> {
  if (since !== null && since >= draft.seq) return [];
  if (since !== null && since >= draft.wholeTo) return updatesAfter(draft.pieceId, since, tx);
  const [whole, updates] = await Promise.all([wholeOf(draft, tx), updatesAfter(draft.pieceId, draft.wholeTo, tx)]);
  return [whole, ...updates];
}

/** The page with all that was written on it. */
export async function openDraft(draft: Draft, tx: Tx): Promise<Doc> {
  return merged(await writtenSince(draft, null, tx));
}

/** What the page began with. */
export async function beginningOf(draft: Draft): Promise<Update> {
  const text = draft.text ?? (await readFile(await soundPath(draft.bytes), 'utf8'));
  return beginning(await pageOrLines(text), draft.began);
}

async function wholeOf(draft: Draft, tx: Tx): Promise<Update> {
  const [row] = await select(State, 'select state from page_drafts where piece_id = $1', [draft.pieceId], tx);
  return row?.state ? unpacked(row.state) : beginningOf(draft);
}

async function updatesAfter(pieceId: string, seq: number, tx: Tx): Promise<Update[]> {
  const rows = await select(Written, AFTER, [pieceId, seq], tx);
  return rows.map(({ written }) => unpacked(written));
}

const hashOf = (text: string) => createHash('sha256').update(text).digest('hex');

const Bytes = z.instanceof(Uint8Array);
const State = z.object({ state: Bytes.nullable() });
const Written = z.object({ written: Bytes });
const AFTER = 'select written from page_updates where piece_id = $1 and seq > $2 order by seq';
const Row = z.object({
  began: z.string(),
  seq: z.number(),
  wholeTo: z.number(),
  weight: z.number(),
  guarded: z.boolean(),
  parts: z.array(
    z.object({
      id: z.string(),
      title: z.string(),
      personId: z.string().nullable(),
      finishedAt: z.number().nullable(),
      receipt: z.string().nullable()
    })
  ),
  writers: z.record(z.string(), z.string()),
  at: z.number().nullable(),
  text: z.string().nullable(),
  sha256: z.string(),
  size: z.number()
});
const FIND = `
  select coalesce(d.began, '') as began, coalesce(d.seq, 0) as seq, coalesce(d.whole_to, 0) as "wholeTo",
    coalesce(d.weight, 0) as weight,
    coalesce(d.writers, '{}') as writers, ${ms('d.at')} as at, d.text, b.sha256,
    exists (select 1 from starters s where s.deliverable_id = p.deliverable_id) as guarded,
    coalesce((select json_agg(json_build_object('id', t.id, 'title', t.title, 'personId', t.person_id,
      'finishedAt', ${ms('t.finished_at')}, 'receipt', t.receipt) order by t.position) from page_parts t where t.piece_id = p.id), '[]') as parts,
    b.size::float8 as size
  from pieces p join blobs b on b.sha256 = p.sha256 left join page_drafts d on d.piece_id = p.id
  where p.id = $1 and p.kind = 'page'`;
