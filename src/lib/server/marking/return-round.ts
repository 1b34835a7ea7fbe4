import { judging } from '$core/judging/registry';
import type { MarkRefusal } from '$core/marking/words';
import type { Refusal } from '$core/packets/allowed';
import type { Actor } from '$core/people/policy';
import { audit } from '../db/audit';
import type { Tx } from '../db/connection';
import type { Outcome } from '../outcome';
import { draftOf, judgeByRubric, judgementProblem, roundProblem, wantsPoints, type Judgement } from './judgement';
import { noteToChange } from './remarks';
import { keepOwnMark, secondMarkProblem } from './second-marks';
import { giveBack, meanwhileProblem } from './give-back';
import { withPacket, type OpenPacket } from '../packets/open-packet';
import { tellAbout } from '../packets/packet-news';

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

/**
 * Keeps points and remark for later; the student sees nothing of them yet. Marking has begun from here on.
 *
 * @param within a transaction that is under way, where several are kept or none
 */
export async function keepMark(person: Actor, judgement: Judgement, within?: Tx): Promise<Result> {
  const keep = async (packet: OpenPacket): Promise<Result> => {
    const problem = await judgementProblem(packet, judgement);
    if (problem) return { ok: false, why: problem };
    const verdict = await packet.act({ do: 'mark' });
    if (!verdict.ok) return verdict;
    if (packet.facts.secondMarker) await keepOwnMark(packet, judgement);
    else await (await draftOf(packet, judgement)).save({ transaction: packet.tx });
    await judgeByRubric(packet, judgement);
    return verdict;
  };
  return withPacket(person, judgement, 'mark-round', `keep ${judgement.key}`, keep, within);
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
    const problem = (await judgementProblem(packet, judgement)) ?? (await meanwhileProblem(packet, judgement.known));
    if (problem) return { ok: false, why: problem };
    if (outcome === 'settled' && wantsPoints(packet.facts) && judgement.points === null)
      return { ok: false, why: 'points-missing' };
    const alone = outcome === 'settled' ? await secondMarkProblem(packet, judgement.round) : null;
    if (alone) return { ok: false, why: alone };
    const verdict = await packet.act({ do: 'return', outcome, due, closes });
    if (!verdict.ok) return verdict;
    await judgeByRubric(packet, judgement);
    if (outcome === 'another-round') await noteToChange(packet, judgement);
    await giveBack(packet, judgement, outcome);
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
    await giveBack(packet, { ...input, points: null }, 'settled');
    await tellAbout(packet, { what: 'returned', round: input.round, how: 'looked-at' });
    return verdict;
  });
}
