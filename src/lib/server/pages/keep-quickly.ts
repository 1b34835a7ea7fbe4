import { z } from 'zod';
import { pageTopic } from '$core/live/written-to';
import { allowed } from '$core/packets/allowed';
import type { Update } from '$core/pages/merge';
import { SECOND, type Moment } from '$core/time/moment';
import { select } from '../db/connection';
import { LIVE_CHANNEL } from '../live/announce';
import { lineNews, LINE_CHANNEL } from '../live/lines';
import { giveBack, grantOf, isOpen, lend, whenBack, writtenBetween, type Grant, type OpenPage } from './open-pages';
import { packed } from './packed';
import { applied, HEAVIEST, SINGLE, windowsIn, type NotWritten } from './take-writing';

/** So long what was asked in full holds: who somebody is in the course, and what their teacher set. */
const HOLDS = 30 * SECOND;
/** Writings that are kept in one statement, and milliseconds in which they gather while several people write. */
const AT_ONCE = 64;
const GATHER = 25;
/** Milliseconds for which a page that is asked for in full is waited for. */
const PATIENCE = 250;
/** Where several write, a page is made whole less often for each of them. */
const TOGETHER = 16;

/** What one person wrote on a page since they last said so. */
export interface QuickWriting {
  pieceId: string;
  began: string;
  /** The count up to which they have what others wrote. */
  since: number;
  update: Update;
}
type Answer = { seq: number; updates: Update[] } | NotWritten | null;
interface Waiting extends QuickWriting {
  by: string;
  now: Moment;
  answer: (answer: Answer) => void;
}

const queues = new Map<string, Waiting[]>();

/**
 * Keeps what somebody wrote in one statement, where they were let write a moment ago and nothing has happened to the packet since:
 * the statement is held to the page's count and to the packet's. What several people write at the same time on one page goes
 * into the same statement, and the page is looked at once for all of them. Two hundred people who write each on a page of their own
 * are two hundred of these a second; thirty on one page are thirty or forty.
 *
 * @returns the new count with what others wrote meanwhile; null where it has to be asked in full
 */
export function keepQuickly(person: { id: string }, writing: QuickWriting, now: Moment): Promise<Answer> {
  const { pieceId } = writing;
  const queue = queues.get(pieceId);
  if (!queue && !isOpen(pieceId)) return Promise.resolve(null);
  return new Promise((answer) => {
    const one = { ...writing, by: person.id, now, answer };
    if (queue) return void queue.push(one);
    const begun = [one];
    queues.set(pieceId, begun);
    void serve(pieceId, begun);
  });
}

/** Keeps what waits, in its order, until nothing does. */
async function serve(pieceId: string, queue: Waiting[]): Promise<void> {
  try {
    while (queue.length > 0) {
      const some = queue.splice(0, AT_ONCE);
      queue.unshift(...(await keepAll(pieceId, some).catch(() => inFull(some))));
      if (new Set(some.map(({ by }) => by)).size > 1) await new Promise((resolve) => setTimeout(resolve, GATHER));
    }
  } finally {
    queues.delete(pieceId);
  }
}

/** @returns those that wait while one of them has the page made whole */
async function keepAll(pieceId: string, some: readonly Waiting[]): Promise<Waiting[]> {
  if (!isOpen(pieceId)) await whenBack(pieceId, PATIENCE);
  const page = lend(pieceId);
  if (!page) return inFull(some);
  if (isWholeDue(page, some)) {
    const [first, ...rest] = some;
    giveBack(page, [], null);
    first?.answer(null);
    await whenBack(pieceId, PATIENCE);
    return rest;
  }
  const { taken, grant } = fitting(page, some);
  inFull(some.filter((one) => !taken.includes(one)));
  if (grant && taken.length > 0) await keepThese(page, taken, grant);
  else giveBack(page, [], null);
  return [];
}

/** Keeps what those wrote who may. */
async function keepThese(page: OpenPage, taken: readonly Waiting[], grant: Grant): Promise<void> {
  const { draft, doc } = page;
  const wrong = applied(doc, taken, draft);
  if (wrong !== null && taken.length === 1) return taken[0]?.answer(wrong);
  // Which of them it was is asked in full, and the page opened anew.
  const seq = wrong === null ? await write(page, taken, grant) : null;
  if (seq === null) return void inFull(taken);
  const at = taken.at(-1)?.now ?? draft.at;
  const weight = draft.weight + bytesOf(taken);
  const written = taken.map(({ update }, i): [number, Update] => [draft.seq + 1 + i, update]);
  giveBack({ draft: { ...draft, seq, at, weight }, doc }, written, null);
  for (const { since, answer } of taken) {
    const updates = writtenBetween(draft.pieceId, since, seq);
    // What is not remembered any more is asked for by its writer's page.
    answer(updates === null ? { seq: since, updates: [] } : { seq, updates });
  }
}

/** They have to be asked in full: nothing of them waits here. */
function inFull(some: readonly Waiting[]): [] {
  some.forEach(({ answer }) => answer(null));
  return [];
}

/** Whether the page is to be kept as a whole again, which is done in full. */
function isWholeDue({ draft }: OpenPage, some: readonly Waiting[]): boolean {
  const single = SINGLE * (new Set(some.map(({ by }) => by)).size === 1 ? 1 : TOGETHER);
  return draft.seq + some.length - draft.wholeTo >= single || draft.weight + bytesOf(some) > HEAVIEST;
}

/** Those who may write without being asked in full, and what the packet was like when they were. */
function fitting({ draft, doc }: OpenPage, some: readonly Waiting[]): { taken: Waiting[]; grant: Grant | null } {
  const grants = some.map(({ by }) => grantOf(draft.pieceId, by));
  const latest = grants.reduce<Grant | null>((a, b) => (b && (!a || b.at > a.at) ? b : a), null);
  const taken = some.filter((one, i) => {
    const grant = grants[i];
    if (!grant || grant.packetSeq !== latest?.packetSeq || one.now - grant.at >= HOLDS) return false;
    if (draft.began !== one.began || one.since > draft.seq) return false;
    if (!allowed(grant.custody, { do: 'add-piece', piece: draft.pieceId }, one.now).ok) return false;
    // A window that has not written before is noted in full.
    const windows = windowsIn(doc, one.update);
    return windows?.every((window) => draft.writers[window] === one.by) === true;
  });
  return { taken, grant: latest };
}

const bytesOf = (some: readonly QuickWriting[]) => some.reduce((sum, { update }) => sum + update.length, 0);

/** @returns the page's count afterwards; null where something has happened to it or its packet */
async function write({ draft }: OpenPage, taken: readonly Waiting[], grant: Grant): Promise<number | null> {
  const { pieceId, began } = draft;
  const seqs = taken.map((_, i) => draft.seq + 1 + i);
  const last = draft.seq + taken.length;
  const news = JSON.stringify({ people: grant.members, about: [pageTopic(pieceId, last)] });
  const line = lineNews({
    page: pieceId,
    wrote: taken.map(({ update }, i) => [draft.seq + 1 + i, Buffer.from(update).toString('base64')])
  });
  const at = new Date(taken.at(-1)?.now ?? 0);
  const rows = [seqs, taken.map(({ by }) => by), taken.map(({ update }) => Buffer.from(packed(update)))];
  const bind = [pieceId, draft.seq, last, at, began, grant.packetId, grant.packetSeq, bytesOf(taken), ...rows];
  const [kept] = await select(Kept, QUICKLY, [...bind, news, line]);
  return kept?.seq ?? null;
}

const Kept = z.object({ seq: z.number() });
const QUICKLY = `
  with held as (select k.id from packets k join pieces i on i.packet_id = k.id
      where k.id = $6 and k.last_seq = $7 and i.id = $1 for share of k),
    counted as (update page_drafts d set seq = $3::integer, at = $4, weight = d.weight + $8::integer, flushed = false
      from held where d.piece_id = $1 and d.seq = $2::integer and d.began = $5 returning d.seq),
    written as (insert into page_updates (piece_id, seq, at, by, written)
      select $1, u.seq, $4, u.by, u.written from counted c
      cross join unnest($9::integer[], $10::uuid[], $11::bytea[]) as u (seq, by, written) returning seq)
  select c.seq, pg_notify('${LIVE_CHANNEL}', $12)::text as told, pg_notify('${LINE_CHANNEL}', $13)::text as along
  from counted c where exists (select 1 from written)`;
