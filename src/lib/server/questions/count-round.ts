import { z } from 'zod';
import { count, type Counted } from '$core/questions/count';
import { execute, select, type Tx } from '../db/connection';
import { findAnswers } from './answers';

/** Counts what a round answers, with what was asked and what was right when it was submitted. Under the packet's lock. */
export async function countRound(
  { id, packetId, deliverableId }: { id: string; packetId: string; deliverableId: string | null },
  tx: Tx
): Promise<void> {
  const [draft] = await select(Draft, DRAFT, [packetId, deliverableId], tx);
  if (!draft) return;
  const { questions, answers, begunAt } = await findAnswers(draft.pieceId, tx);
  const counted = JSON.stringify(count(questions, answers));
  await execute(KEEP, [id, counted, JSON.stringify(answers), new Date(begunAt)], tx);
}

/** What a machine counted of a submitted piece; null where it counted nothing. Whoever asks has been allowed to know. */
export async function countedOf(roundPieceId: string): Promise<Counted | null> {
  const [row] = await select(Row, 'select counted from round_counts where round_piece_id = $1', [roundPieceId]);
  return row?.counted ?? null;
}

const Draft = z.object({ pieceId: z.string() });
const DRAFT = `
  select id as "pieceId" from pieces
  where packet_id = $1 and deliverable_id is not distinct from $2::uuid and kind = 'answers' limit 1`;
const Part = z.object({ id: z.string(), points: z.string().nullable(), of: z.string(), how: z.string().nullable() });
const Row = z.object({ counted: z.object({ points: z.string(), of: z.string(), questions: z.array(Part) }) });
const KEEP = 'insert into round_counts (round_piece_id, counted, answers, begun_at) values ($1, $2, $3, $4)';
