import { z } from 'zod';
import type { RoundState } from '$core/packets/custody';
import type { MarkView, PieceView, RoundView } from '$core/packets/views';
import { ms, select } from '../db/connection';

/** The pieces of the working packet, in the student's order. */
export function readPieces(packetId: string): Promise<PieceView[]> {
  return select(PieceRow, `${pieceColumns('pieces')} where p.packet_id = $1 order by p.position, p.added_at, p.id`, [
    packetId
  ]);
}

/** All rounds of a packet with their frozen pieces, the newest first. Two queries, however many rounds. */
export async function readRounds(packetId: string): Promise<RoundView[]> {
  const [rounds, pieces] = await Promise.all([
    select(
      RoundRow,
      `select no, state, ${ms('submitted_at')} as "submittedAt", ${ms('due_at')} as due,
         late_seconds as "lateSeconds", started_days as "startedDays", kept::float8 as kept
       from rounds where packet_id = $1 order by no desc`,
      [packetId]
    ),
    select(
      RoundPieceRow,
      `${pieceColumns('round_pieces', ', p.round_no as round')} where p.packet_id = $1 order by p.position, p.id`,
      [packetId]
    )
  ]);
  return rounds.map((round) => ({ ...round, pieces: pieces.filter((piece) => piece.round === round.no) }));
}

/** What was returned on a packet, the latest first. */
export function readMarks(packetId: string): Promise<MarkView[]> {
  return select(
    MarkRow,
    `select m.round_no as round, m.points::float8 as points, m.kept::float8 as kept, m.remark, m.outcome, t.name as by,
       ${ms('m.returned_at')} as at
     from marks m join people t on t.id = m.by_person
     where m.packet_id = $1 and m.returned_at is not null order by m.returned_at desc`,
    [packetId]
  );
}

const pieceColumns = (table: 'pieces' | 'round_pieces', more = '') => `
  select p.id, p.deliverable_id as "deliverableId", p.name, p.note, b.size::float8 as size, b.media_type as "mediaType"${more}
  from ${table} p join blobs b on b.sha256 = p.sha256`;

const PieceRow = z.object({
  id: z.string(),
  deliverableId: z.string().nullable(),
  name: z.string(),
  note: z.string(),
  size: z.number(),
  mediaType: z.string()
});
const RoundPieceRow = PieceRow.extend({ round: z.number() });
const RoundRow = z.object({
  no: z.number(),
  state: z.custom<RoundState>(),
  submittedAt: z.number(),
  due: z.number().nullable(),
  lateSeconds: z.number(),
  startedDays: z.number(),
  kept: z.number()
});
const MarkRow = z.object({
  round: z.number().nullable(),
  points: z.number().nullable(),
  kept: z.number(),
  remark: z.string(),
  outcome: z.enum(['settled', 'another-round']),
  by: z.string(),
  at: z.number()
});
