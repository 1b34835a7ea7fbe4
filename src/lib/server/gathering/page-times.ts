import { z } from 'zod';
import type { Refusal } from '$core/packets/allowed';
import { toMarkdown } from '$core/pages/markdown';
import { merged, pageOf } from '$core/pages/merge';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { MINUTE, type Moment } from '$core/time/moment';
import { ms, select } from '../db/connection';
import { NotHere, type Outcome } from '../outcome';
import { findDraft } from '../pages/draft';
import { unpacked } from '../pages/packed';
import { arranging, type OnePiece } from './arranging';

/** A minute in which a page was written on, and by whom. */
export type PageTime = z.infer<typeof Time>;

/** Earlier times that are offered of one page: the latest ones. */
const MOST = 300;

/** When a page of the student's own packet was written on, to the minute, and by whom; latest first. */
export async function pageTimes(
  person: Actor,
  input: OnePiece
): Promise<Outcome<{ times: PageTime[] }, Refusal | PieceRefusal>> {
  return arranging(person, input, async (_, { tx }) => {
    await findDraft(input.pieceId, tx);
    const rows = await select(Time, TIMES, [input.pieceId], tx);
    return { ok: true, times: rows };
  });
}

/**
 * A page as it stood at the end of a minute and as it stood before it, as Markdown.
 *
 * @throws NotHere where nothing of it was written by then
 */
export async function pageAt(
  person: Actor,
  { at, ...input }: OnePiece & { at: Moment }
): Promise<Outcome<{ text: string; before: string }, Refusal | PieceRefusal>> {
  return arranging(person, input, async (_, { tx }) => {
    const rows = await select(Written, UNTIL, [input.pieceId, new Date(at + MINUTE)], tx);
    if (rows.length === 0) throw new NotHere('This page');
    const asOf = (some: typeof rows) =>
      some.length === 0 ? '' : toMarkdown(pageOf(merged(some.map(({ written }) => unpacked(written)))));
    return { ok: true, text: asOf(rows), before: asOf(rows.filter(({ then }) => then < at)) };
  });
}

const Time = z.object({ at: z.number(), by: z.array(z.string()) });
const TIMES = `
  select ${ms("date_trunc('minute', u.at)")} as at,
    coalesce(array_agg(distinct s.name) filter (where u.seq > 0), '{}') as by
  from page_updates u left join people s on s.id = u.by where u.piece_id = $1
  group by date_trunc('minute', u.at) order by 1 desc limit ${MOST}`;
const Written = z.object({ written: z.instanceof(Uint8Array), then: z.number() });
const UNTIL = `select written, ${ms('at')} as "then" from page_updates where piece_id = $1 and at < $2 order by seq`;
