import { z } from 'zod';
import type { MarkRefusal } from '$core/marking/words';
import { otherThanRubric, type JudgedRow } from '$core/marking/rubric-sum';
import { judging } from '$core/judging/registry';
import { Mark, Round } from '../db/models/packets';
import { execute } from '../db/connection';
import { readRubric } from './rubric';
import { markedRound } from './marked-round';
import type { OpenPacket } from '../packets/open-packet';

/** Characters of a reason: why lateness is not charged, why points are other than the rubric's. */
const Reason = z.string().trim().max(500);

/** `criterionId`: the row of the rubric that it belongs to, if to any. */
const ToChange = z.object({ body: z.string().trim().min(1).max(1000), criterionId: z.uuid().nullable() });

export const Judgement = z.object({
  packetId: z.uuid(),
  /** The round that the teacher has before them: another one may stand by now. */
  round: z.number().int().positive(),
  points: z.number().min(0).nullable(),
  remark: z.string().max(20_000),
  /** The levels of the rubric at which the round was judged, one for each row at most; `points`: between two of them. */
  rows: z
    .array(z.object({ level: z.uuid(), points: z.number().min(0).nullable() }))
    .max(20)
    .optional(),
  /** What is to change, for the student's list of another round: each becomes a remark on all of it. */
  toChange: z.array(ToChange).max(40).optional(),
  /** Why lateness is not charged; null or empty where it is. */
  waived: Reason.nullable().optional(),
  /** Why the points are other than what the rubric adds up to. */
  otherwise: Reason.optional(),
  key: z.string().min(8).max(60),
  /** How often this packet had been returned when the teacher's page was made: another teacher may have done so since. */
  known: z.number().int().min(0).optional()
});
export type Judgement = z.infer<typeof Judgement>;

/** What is wrong with a judgement before anything is written; null where nothing is. Under the packet's lock. */
export async function judgementProblem(packet: OpenPacket, judgement: Judgement): Promise<MarkRefusal | null> {
  return (
    pointsProblem(packet, judgement.points) ??
    roundProblem(packet, judgement.round) ??
    (await rubricProblem(packet, judgement))
  );
}

/** Writes what the teacher judged into the unreturned mark of the round, begun where there is none. Not saved yet. */
export async function draftOf(packet: OpenPacket, given: Omit<Judgement, 'packetId' | 'key' | 'known'>): Promise<Mark> {
  const where = { packetId: packet.id, roundNo: given.round, returnedAt: null };
  const known = await Mark.findOne({ where, transaction: packet.tx });
  const round = await Round.findOne({ where: { packetId: packet.id, no: given.round }, transaction: packet.tx });
  const mark =
    known ??
    Mark.build({ ...where, points: null, remark: '', byPerson: packet.person.id, changedAt: new Date(packet.now) });
  const waived = given.waived || null;
  return mark.set({
    points: given.points === null ? null : String(given.points),
    remark: given.remark,
    kept: waived === null ? (round?.kept ?? '1') : '1',
    waived,
    otherwise: given.otherwise || null,
    // Whatever waited for its moment is said anew.
    returnAt: null,
    returnAs: null,
    byPerson: packet.person.id,
    changedAt: new Date(packet.now)
  });
}

/** Notes the levels at which a round was judged; rows that are not named keep theirs. */
export async function judgeByRubric(
  packet: OpenPacket,
  { round, rows }: Pick<Judgement, 'round' | 'rows'>
): Promise<void> {
  if (!rows || rows.length === 0) return;
  const bind = [
    packet.id,
    round,
    rows.map(({ level }) => level),
    packet.facts.assignmentId,
    rows.map(({ points }) => points)
  ];
  await execute(JUDGE, bind, packet.tx);
}

export const wantsPoints = ({ points, settles }: OpenPacket['facts']) => points !== null && judging(settles).points;

function pointsProblem(packet: OpenPacket, points: number | null): MarkRefusal | null {
  if (points === null) return null;
  const most = wantsPoints(packet.facts) ? packet.facts.points : null;
  if (most === null) return 'gives-no-points';
  return points > most ? 'points-too-high' : null;
}

/** The student may have submitted again, or taken back, since the teacher's page was made. */
export function roundProblem(packet: OpenPacket, round: number): MarkRefusal | null {
  return (markedRound(packet.custody) ?? round) === round ? null : 'another-round-stands';
}

/** Points between two levels are points of the row; and where every row was judged, other points than their sum want a reason. */
async function rubricProblem(packet: OpenPacket, { rows, points, otherwise }: Judgement): Promise<MarkRefusal | null> {
  if (!rows || rows.length === 0) return null;
  const { criteria } = await readRubric(packet.facts.assignmentId, packet.id, packet.tx);
  const known = criteria.flatMap((criterion): JudgedRow[] =>
    rows.flatMap((row) => {
      const level = criterion.levels.find(({ id }) => id === row.level);
      return level ? [{ criterion, level, points: row.points }] : [];
    })
  );
  const other = otherThanRubric(criteria, known, points);
  if (other === 'beyond') return 'between-too-high';
  return other === 'differs' && !otherwise ? 'override-unexplained' : null;
}

const JUDGE = `
  insert into criterion_marks (packet_id, round_no, criterion_id, level_id, points)
  select $1, $2, k.id, l.id, g.points from unnest($3::uuid[], $5::numeric[]) as g (level, points)
  join criterion_levels l on l.id = g.level join criteria k on k.id = l.criterion_id
  where k.assignment_id = $4
  on conflict (packet_id, round_no, criterion_id) do update set level_id = excluded.level_id, points = excluded.points`;
