import { z } from 'zod';
import { pageTopic } from '$core/live/written-to';
import { allowed } from '$core/packets/allowed';
import type { Update } from '$core/pages/merge';
import { SECOND, type Moment } from '$core/time/moment';
import { select } from '../db/connection';
import { LIVE_CHANNEL } from '../live/announce';
import { giveBack, lend } from './open-pages';
import { packed } from './packed';
import { applied, HEAVIEST, SINGLE, windowsIn, type NotWritten } from './take-writing';

/** So long what was asked in full holds: who somebody is in the course, and what their teacher set. */
const HOLDS = 30 * SECOND;

/**
 * Keeps what somebody wrote in one statement, where they wrote a moment ago and nothing has happened since: neither to the page
 * nor to its packet, whose count the statement holds it to. Two hundred people who write at once are two hundred of these a second.
 *
 * @returns null where it has to be asked in full
 */
export async function keepQuickly(
  person: { id: string },
  { pieceId, began, since, update }: { pieceId: string; began: string; since: number; update: Update },
  now: Moment
): Promise<{ seq: number } | NotWritten | null> {
  const page = lend(pieceId);
  if (!page) return null;
  const { draft, doc, grant } = page;
  const whole = draft.seq + 1 - draft.wholeTo >= SINGLE || draft.weight + update.length > HEAVIEST;
  const same = grant?.personId === person.id && now - grant.at < HOLDS && draft.began === began && draft.seq === since;
  const mayWrite = same && allowed(grant.custody, { do: 'add-piece', piece: pieceId }, now).ok;
  const windows = mayWrite && !whole ? windowsIn(doc, update) : null;
  // A window that has not written before is noted in full.
  if (!grant || windows === null || windows.some((window) => draft.writers[window] !== person.id)) return asItWas(page);
  const wrong = applied(doc, update, draft.guarded);
  if (wrong !== null) return wrong;
  const seq = draft.seq + 1;
  const news = JSON.stringify({ people: grant.members, about: [pageTopic(pieceId, seq)] });
  const bind = [pieceId, seq, new Date(now), person.id, packed(update), began, grant.packetId, grant.packetSeq, news];
  const [kept] = await select(Kept, QUICKLY, [...bind, update.length]);
  if (!kept) return null;
  giveBack({ draft: { ...draft, seq, at: now, weight: draft.weight + update.length }, doc, grant });
  return { seq };
}

function asItWas(page: NonNullable<ReturnType<typeof lend>>): null {
  giveBack(page);
  return null;
}

const Kept = z.object({ seq: z.number() });
const QUICKLY = `
  with held as (select k.id from packets k join pieces i on i.packet_id = k.id
      where k.id = $7 and k.last_seq = $8 and i.id = $1 for share of k),
    counted as (update page_drafts d set seq = $2::integer, at = $3, weight = d.weight + $10::integer, flushed = false
      from held where d.piece_id = $1 and d.seq = $2::integer - 1 and d.began = $6 returning d.seq),
    written as (insert into page_updates (piece_id, seq, at, by, written)
      select $1, c.seq, $3, $4, $5 from counted c returning seq)
  select w.seq, pg_notify('${LIVE_CHANNEL}', $9)::text as told from written w`;
