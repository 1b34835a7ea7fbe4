import { decodeStateVector, encodeStateAsUpdate, encodeStateVector, mergeUpdates, type Doc } from 'yjs';
import { group } from 'd3-array';
import { z } from 'zod';
import { LARGEST_STATE } from '$core/pages/bounds';
import { pageOf, writersIn, type Update } from '$core/pages/merge';
import { lapsedWithin } from '$core/pages/lapsed';
import { beyond, frameOf, promptsOf } from '$core/pages/starter';
import { trespasses } from '$core/pages/own-parts';
import { unsound } from '$core/pages/sound';
import { MINUTE, type Moment } from '$core/time/moment';
import { execute, ms, select, type Tx } from '../db/connection';
import { beginningOf, openDraft, type Draft } from './draft';
import { giveBack, lendAt, type Grant } from './open-pages';
import { packed, unpacked } from './packed';

/** Writings that are kept one by one before the page is made whole again. */
export const SINGLE = 50;
/** Bytes of single writings, up to which the page can be seen as it was at any earlier time. */
export const HEAVIEST = 12_000_000;
/** Windows that ever wrote on one page. */
const MOST_WRITERS = 2000;

/** Why something is not written on a page. */
export type NotWritten =
  | 'page-unreadable'
  | 'written-by-another'
  | 'page-too-long'
  | 'starter-part'
  | 'part-of-another';

/**
 * Merges what somebody wrote into a page, after it was applied to the server's own copy and that was still a page. Under the
 * packet's lock.
 *
 * @param writing `free`: its teacher changes what they wrote, so that nothing is guarded
 * @returns the page's new count, and what to call once the transaction is committed
 */
export async function takeWriting(
  draft: Draft,
  { update, by, now, free = false }: { update: Update; by: string; now: Moment; free?: boolean },
  tx: Tx
): Promise<{ seq: number; committed: (grant: Grant | null) => void } | NotWritten> {
  const doc = lendAt(draft) ?? (await openDraft(draft, tx));
  const windows = windowsIn(doc, update);
  if (windows === null) return 'page-unreadable';
  const writers = theirs(draft.writers, windows, by);
  if (writers === null) return 'written-by-another';
  const wrong = free ? applied(doc, [{ update, by }], FREE) : applied(doc, [{ update, by }], draft);
  if (wrong !== null) return wrong;
  const seq = draft.seq + 1;
  const { whole, weight, forgets } = weighed(draft, doc, update);
  if (whole && whole.length > LARGEST_STATE) return 'page-too-long';
  await keep(draft, { update, by, now, seq, writers, whole, weight }, tx);
  if (whole) await (forgets ? forgetTimes(draft.pieceId, seq, whole, tx) : gather(draft.pieceId, now, tx));
  const kept = { ...draft, seq, weight, writers, at: now, text: null, wholeTo: whole ? seq : draft.wholeTo };
  return { seq, committed: (grant) => giveBack({ draft: kept, doc }, [[seq, update]], grant) };
}

/** The page as a whole, where it is kept as one with this writing, and what its single writings weigh from then on. */
function weighed(draft: Draft, doc: Doc, update: Update): { whole: Update | null; weight: number; forgets: boolean } {
  const weight = draft.weight + update.length;
  const forgets = weight > HEAVIEST;
  const whole = forgets || draft.seq + 1 - draft.wholeTo >= SINGLE ? encodeStateAsUpdate(doc) : null;
  return { whole, weight: forgets && whole ? whole.length : weight, forgets };
}

/** The windows that something written comes from; null where it cannot be read. */
export const windowsIn = (doc: Doc, update: Update): number[] | null =>
  writersIn(update, decodeStateVector(encodeStateVector(doc)));

/** Whose each window is, with those that write now; null where one of them is somebody else's. */
function theirs(known: Record<string, string>, windows: readonly number[], by: string): Record<string, string> | null {
  const writers = { ...known };
  for (const window of windows) {
    if ((writers[window] ??= by) !== by) return null;
  }
  return Object.keys(writers).length > MOST_WRITERS ? null : writers;
}

/** What several people wrote, one after the other. */
export type WrittenBy = ReadonlyArray<{ update: Update; by: string }>;

/** What is wrong with the page that would come of it; the document has it afterwards in either case. */
export function applied(
  doc: Doc,
  writings: WrittenBy,
  { guarded, parts }: Pick<Draft, 'guarded' | 'parts'>
): NotWritten | null {
  try {
    const before = guarded ? pageOf(doc) : null;
    for (const { update, by } of writings) if (trespasses(doc, update, parts, by)) return 'part-of-another';
    // What builds on something that never came would wait for it for ever.
    if (doc.store.pendingStructs !== null || doc.store.pendingDs !== null) return 'page-unreadable';
    const after = pageOf(doc);
    const wrong = unsound(after);
    if (wrong !== null) return wrong === 'too-long' ? 'page-too-long' : 'page-unreadable';
    const asks = before !== null && promptsOf(before).length > 0;
    return asks && (frameOf(before) !== frameOf(after) || beyond(after) || !lapsedWithin(before, after))
      ? 'starter-part'
      : null;
  } catch {
    return 'page-unreadable';
  }
}
/** Whoever laid the page out changes all of it. */
const FREE = { guarded: false, parts: [] };

interface Writing {
  update: Update;
  by: string;
  now: Moment;
  seq: number;
  writers: Record<string, string>;
  /** The page as a whole, where it is kept as one now. */
  whole: Update | null;
  /** Bytes of all single writings since. */
  weight: number;
}

async function keep(draft: Draft, writing: Writing, tx: Tx): Promise<void> {
  const { pieceId } = draft;
  const { seq, now, by, writers, update, whole, weight } = writing;
  const at = new Date(now);
  if (draft.seq === 0) {
    const began = packed(await beginningOf(draft));
    await execute(BEGIN, [pieceId, draft.began, began, at], tx);
    await execute(WRITE, [pieceId, 0, at, by, began], tx);
  }
  await execute(WRITE, [pieceId, seq, at, by, packed(update)], tx);
  await execute(COUNT, [pieceId, seq, at, JSON.stringify(writers), whole && packed(whole), weight], tx);
}

/**
 * Makes one of the writings of a minute, and of those of ten minutes once they are a quarter of an hour old: what is kept of
 * earlier times stays small.
 */
async function gather(pieceId: string, now: Moment, tx: Tx): Promise<void> {
  const rows = await select(Single, SINGLES, [pieceId, new Date(now - LATELY)], tx);
  for (const writings of group(
    rows,
    ({ at, by }) => `${by} ${Math.floor(at / (now - at < RECENT ? MINUTE : 10 * MINUTE))}`
  ).values()) {
    const last = writings.at(-1);
    if (!last || writings.length === 1) continue;
    const one = packed(mergeUpdates(writings.map(({ written }) => unpacked(written))));
    await execute(DROP, [pieceId, writings.slice(0, -1).map(({ seq }) => seq)], tx);
    await execute(REPLACE, [pieceId, last.seq, one], tx);
  }
}

/** Too much was written and taken away again: from now on the page has no earlier times than this one. */
async function forgetTimes(pieceId: string, seq: number, whole: Update, tx: Tx): Promise<void> {
  await execute('delete from page_updates where piece_id = $1 and seq < $2', [pieceId, seq], tx);
  await execute(REPLACE, [pieceId, seq, packed(whole)], tx);
}

const BEGIN = `
  insert into page_drafts (piece_id, began, state, at) values ($1, $2, $3, $4)
  on conflict (piece_id) do update set began = excluded.began, state = excluded.state, text = null`;
const WRITE = 'insert into page_updates (piece_id, seq, at, by, written) values ($1, $2, $3, $4, $5)';
const COUNT = `
  update page_drafts set seq = $2::integer, at = $3, writers = $4::jsonb, weight = $6, flushed = false,
    state = coalesce($5::bytea, state), whole_to = case when $5::bytea is null then whole_to else $2::integer end
  where piece_id = $1`;
const Single = z.object({ seq: z.number(), at: z.number(), by: z.string(), written: z.instanceof(Uint8Array) });
/** What was written since was not gathered for good yet. */
const RECENT = 15 * MINUTE;
const LATELY = 3 * RECENT;
const SINGLES = `
  select seq, ${ms('at')} as at, by, written from page_updates
  where piece_id = $1 and seq > 0 and at > $2 order by seq limit 2000`;
const DROP = 'delete from page_updates where piece_id = $1 and seq = any($2)';
const REPLACE = 'update page_updates set written = $3 where piece_id = $1 and seq = $2';
