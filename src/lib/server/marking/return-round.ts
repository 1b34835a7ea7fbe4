import { Op } from 'sequelize';
import { z } from 'zod';
import { judging } from '$core/judging/registry';
import type { MarkRefusal } from '$core/marking/words';
import type { Refusal } from '$core/packets/allowed';
import type { Actor } from '$core/people/policy';
import { audit } from '../db/audit';
import { Mark, Round } from '../db/models/packets';
import { execute } from '../db/connection';
import type { Outcome } from '../outcome';
import { projectLatest } from '../packets/log';
import { markedRound } from './marked-round';
import { returnRemarks } from './remarks';
import { returnTeachersParts } from './teachers-parts';
import { projectUsualWait } from './usual-wait';
import { withPacket, type OpenPacket } from '../packets/open-packet';
import { tellAbout } from '../packets/packet-news';

export const Judgement = z.object({
  packetId: z.uuid(),
  /** The round that the teacher has before them: another one may stand by now. */
  round: z.number().int().positive(),
  points: z.number().min(0).nullable(),
  remark: z.string().max(20_000),
  /** The levels of the rubric at which the round was judged, one for each row at most. */
  levels: z.array(z.uuid()).max(20).optional(),
  key: z.string().min(8).max(60),
  /** How often this packet had been returned when the teacher's page was made: another teacher may have done so since. */
  known: z.number().int().min(0).optional()
});
export type Judgement = z.infer<typeof Judgement>;

type Result = Outcome<object, Refusal | MarkRefusal>;

/** Notes that the teacher looked into the standing round. Does nothing the second time. */
export async function openRound(person: Actor, packetId: string): Promise<Result> {
  return withPacket(person, { packetId }, 'mark-round', null, (packet) => packet.act({ do: 'open-round' }));
}

/** Hands the standing round back to the student who asks for it. It is theirs again, and nothing stands. */
export async function handBack(person: Actor, packetId: string): Promise<Result> {
  return answerAsking(person, packetId, 'hand-back');
}

/** Keeps the round, although the student asks for it. */
export async function declineAskingBack(person: Actor, packetId: string): Promise<Result> {
  return answerAsking(person, packetId, 'decline-asking-back');
}

async function answerAsking(
  person: Actor,
  packetId: string,
  answer: 'hand-back' | 'decline-asking-back'
): Promise<Result> {
  return withPacket(person, { packetId }, 'mark-round', null, async (packet) => {
    const round = packet.custody.standing ?? 0;
    const verdict = await packet.act({ do: answer });
    if (!verdict.ok) return verdict;
    await audit(person.id, answer, packet.id, { round }, packet.tx);
    await tellAbout(packet, { what: 'asking-back-answered', round, how: answer === 'hand-back' ? 'handed' : 'kept' });
    return verdict;
  });
}

/** Keeps points and remark for later; the student sees nothing of them yet. Marking has begun from here on. */
export async function keepMark(person: Actor, judgement: Judgement): Promise<Result> {
  return withPacket(person, judgement, 'mark-round', `keep ${judgement.key}`, async (packet) => {
    const problem = pointsProblem(packet, judgement.points) ?? roundProblem(packet, judgement.round);
    if (problem) return { ok: false, why: problem };
    const verdict = await packet.act({ do: 'mark' });
    if (!verdict.ok) return verdict;
    const mark = await draftOf(packet, judgement);
    await mark.save({ transaction: packet.tx });
    await judgeByRubric(packet, judgement);
    return verdict;
  });
}

/**
 * Returns the round: settled with its result, or for another round.
 *
 * Points are kept as given, with the share that the late policy leaves beside them, so that both can be shown.
 */
export async function returnRound(
  person: Actor,
  judgement: Judgement & { outcome: 'settled' | 'another-round'; due?: number | null; closes?: number | null }
): Promise<Result> {
  return withPacket(person, judgement, 'mark-round', `return ${judgement.key}`, async (packet) => {
    const { outcome, due, closes } = judgement;
    const way = judging(packet.facts.settles);
    const how = outcome === 'settled' ? way.settledBy : outcome;
    const problem =
      pointsProblem(packet, judgement.points) ??
      roundProblem(packet, judgement.round) ??
      (await meanwhileProblem(packet, judgement.known));
    if (problem) return { ok: false, why: problem };
    if (outcome === 'settled' && wantsPoints(packet.facts) && judgement.points === null)
      return { ok: false, why: 'points-missing' };
    const verdict = await packet.act({ do: 'return', outcome, due, closes });
    if (!verdict.ok) return verdict;
    const mark = await draftOf(packet, judgement);
    mark.set({ outcome, returnedAt: new Date(packet.now) });
    await mark.save({ transaction: packet.tx });
    await judgeByRubric(packet, judgement);
    await returnTeachersParts(packet, judgement.round);
    await returnRemarks(packet, judgement.round);
    await projectLatest(packet.id, packet.tx);
    await projectUsualWait(packet.facts.courseId, packet.tx);
    await tellAbout(packet, { what: 'returned', round: judgement.round, how });
    await audit(person.id, `returned: ${outcome}`, packet.id, { round: judgement.round }, packet.tx);
    return verdict;
  });
}

/** Settles work that needs no mark, by having looked at it. */
export async function lookAndSettle(
  person: Actor,
  input: Pick<Judgement, 'packetId' | 'round' | 'remark' | 'key' | 'known'>
): Promise<Result> {
  return withPacket(person, input, 'mark-round', `look ${input.key}`, async (packet) => {
    const problem = roundProblem(packet, input.round) ?? (await meanwhileProblem(packet, input.known));
    if (problem) return { ok: false, why: problem };
    const verdict = await packet.act({ do: 'look-and-settle' });
    if (!verdict.ok) return verdict;
    const mark = await draftOf(packet, { ...input, points: null });
    mark.set({ outcome: 'settled', returnedAt: new Date(packet.now) });
    await mark.save({ transaction: packet.tx });
    await returnTeachersParts(packet, input.round);
    await returnRemarks(packet, input.round);
    await projectLatest(packet.id, packet.tx);
    await projectUsualWait(packet.facts.courseId, packet.tx);
    await tellAbout(packet, { what: 'returned', round: input.round, how: 'looked-at' });
    return verdict;
  });
}

/** Notes the levels at which a round was judged; rows that are not named keep theirs. */
async function judgeByRubric(
  packet: OpenPacket,
  { round, levels }: Pick<Judgement, 'round' | 'levels'>
): Promise<void> {
  if (!levels || levels.length === 0) return;
  await execute(
    `insert into criterion_marks (packet_id, round_no, criterion_id, level_id)
     select $1, $2, k.id, l.id from criterion_levels l join criteria k on k.id = l.criterion_id
     where l.id = any($3::uuid[]) and k.assignment_id = $4
     on conflict (packet_id, round_no, criterion_id) do update set level_id = excluded.level_id`,
    [packet.id, round, levels, packet.facts.assignmentId],
    packet.tx
  );
}

const wantsPoints = ({ points, settles }: OpenPacket['facts']) => points !== null && judging(settles).points;

function pointsProblem(packet: OpenPacket, points: number | null): MarkRefusal | null {
  if (points === null) return null;
  const most = wantsPoints(packet.facts) ? packet.facts.points : null;
  if (most === null) return 'gives-no-points';
  return points > most ? 'points-too-high' : null;
}

/** The student may have submitted again, or taken back, since the teacher's page was made. */
function roundProblem(packet: OpenPacket, round: number): MarkRefusal | null {
  return (markedRound(packet.custody) ?? round) === round ? null : 'another-round-stands';
}

/** Another teacher may have returned it since the page was made. Under the packet's lock. */
async function meanwhileProblem(packet: OpenPacket, known: number | undefined): Promise<MarkRefusal | null> {
  if (known === undefined) return null;
  const returned = { packetId: packet.id, returnedAt: { [Op.ne]: null } };
  return (await Mark.count({ where: returned, transaction: packet.tx })) > known ? 'returned-meanwhile' : null;
}

/** The unreturned mark of a round, begun where there is none, holding what the teacher has written. */
async function draftOf(
  packet: OpenPacket,
  given: { round: number; points: number | null; remark: string }
): Promise<Mark> {
  const where = { packetId: packet.id, roundNo: given.round, returnedAt: null };
  const known = await Mark.findOne({ where, transaction: packet.tx });
  const round = await Round.findOne({ where: { packetId: packet.id, no: given.round }, transaction: packet.tx });
  const mark =
    known ??
    Mark.build({ ...where, points: null, remark: '', byPerson: packet.person.id, changedAt: new Date(packet.now) });
  return mark.set({
    points: given.points === null ? null : String(given.points),
    remark: given.remark,
    kept: round?.kept ?? '1',
    byPerson: packet.person.id,
    changedAt: new Date(packet.now)
  });
}
