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

/** Earlier times that are offered of one page: the latest ones. */
const MOST = 300;

/** When a page of the student's own packet was written on, to the minute, latest first. */
export async function pageTimes(
  person: Actor,
  input: OnePiece
): Promise<Outcome<{ times: Moment[] }, Refusal | PieceRefusal>> {
  return arranging(person, input, async (_, { tx }) => {
    await findDraft(input.pieceId, tx);
    const rows = await select(Time, TIMES, [input.pieceId], tx);
    return { ok: true, times: rows.map(({ at }) => at) };
  });
}

/**
 * A page as it stood at the end of a minute, as Markdown.
 *
 * @throws NotHere where nothing of it was written by then
 */
export async function pageAt(
  person: Actor,
  { at, ...input }: OnePiece & { at: Moment }
): Promise<Outcome<{ text: string }, Refusal | PieceRefusal>> {
  return arranging(person, input, async (_, { tx }) => {
    const rows = await select(Written, UNTIL, [input.pieceId, new Date(at + MINUTE)], tx);
    if (rows.length === 0) throw new NotHere('This page');
    return { ok: true, text: toMarkdown(pageOf(merged(rows.map(({ written }) => unpacked(written))))) };
  });
}

const Time = z.object({ at: z.number() });
const TIMES = `
  select distinct ${ms("date_trunc('minute', at)")} as at from page_updates where piece_id = $1
  order by at desc limit ${MOST}`;
const Written = z.object({ written: z.instanceof(Uint8Array) });
const UNTIL = 'select written from page_updates where piece_id = $1 and at < $2 order by seq';
