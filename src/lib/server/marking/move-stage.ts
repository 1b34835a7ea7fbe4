import { stageOf } from '$core/judging/stages';
import type { MarkRefusal } from '$core/marking/words';
import type { Refusal } from '$core/packets/allowed';
import type { Actor } from '$core/people/policy';
import { audit } from '../db/audit';
import type { Outcome } from '../outcome';
import { withPacket } from '../packets/open-packet';
import { tellAbout } from '../packets/packet-news';
import { giveBack, meanwhileProblem } from './give-back';
import { roundProblem, type Judgement } from './judgement';

/**
 * Passes work to another stage of its track: on to the next one, past the last, or back to an earlier one, with a remark.
 *
 * What was noted on the round is its student's to see wherever it comes back to them. Where another office has it next, the round
 * goes on standing, now with that.
 *
 * @param input `to`: the stage's id; null past the last one
 */
export async function moveStage(
  person: Actor,
  input: Pick<Judgement, 'packetId' | 'round' | 'remark' | 'key' | 'known'> & { to: string | null }
): Promise<Outcome<object, Refusal | MarkRefusal>> {
  return withPacket(person, input, 'mark-round', `stage ${input.key}`, async (packet) => {
    const problem = roundProblem(packet, input.round) ?? (await meanwhileProblem(packet, input.known));
    if (problem) return { ok: false, why: problem };
    const { standing } = packet.custody;
    const from = stageOf(packet.custody.terms.stages, packet.custody.stage);
    const remark = input.remark.trim();
    const verdict = await packet.act({ do: 'move-stage', to: input.to, remark });
    if (!verdict.ok) return verdict;
    const { phase, stage, terms } = packet.custody;
    const goes = phase === 'settled' ? 'rest' : packet.custody.standing === null ? 'student' : 'office';
    if (standing !== null && goes !== 'office')
      await giveBack(packet, { round: standing, points: null, remark }, goes === 'rest' ? 'settled' : 'another-round');
    const to = input.to === null ? null : (stageOf(terms.stages, stage)?.title ?? null);
    await tellAbout(packet, { what: 'stage-moved', to, back: stage?.moved === 'back', goes });
    await audit(person.id, 'move-stage', packet.id, { round: standing, from: from?.title, to }, packet.tx);
    return verdict;
  });
}
