import { z } from 'zod';
import type { MarkRefusal } from '$core/marking/words';
import type { Refusal } from '$core/packets/allowed';
import type { Actor } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { clock } from '../clock';
import { audit } from '../db/audit';
import { execute, select } from '../db/connection';
import { log } from '../log';
import type { Outcome } from '../outcome';
import { withPacket } from '../packets/open-packet';
import { draftOf, judgeByRubric, judgementProblem, wantsPoints, type Judgement } from './judgement';
import { returnRound } from './return-round';

/** As what a round goes back when its moment comes. */
const ReturnAs = z.object({
  outcome: z.enum(['settled', 'another-round']),
  due: z.number().nullable().optional(),
  closes: z.number().nullable().optional()
});
type ReturnAs = z.infer<typeof ReturnAs>;

/**
 * Keeps a judgement and returns it by itself at a moment. Until then the student sees nothing of it, and whatever the teacher keeps
 * anew takes its place.
 */
export async function returnLater(
  person: Actor,
  judgement: Judgement & ReturnAs & { at: Moment }
): Promise<Outcome<object, Refusal | MarkRefusal>> {
  return withPacket(person, judgement, 'mark-round', `later ${judgement.key}`, async (packet) => {
    const { outcome, due, closes, at } = judgement;
    if (at <= packet.now) return { ok: false, why: 'return-in-the-past' };
    const problem = await judgementProblem(packet, judgement);
    if (problem) return { ok: false, why: problem };
    if (outcome === 'settled' && wantsPoints(packet.facts) && judgement.points === null)
      return { ok: false, why: 'points-missing' };
    const verdict = await packet.act({ do: 'mark' });
    if (!verdict.ok) return verdict;
    const mark = await draftOf(packet, judgement);
    mark.set({ returnAt: new Date(at), returnAs: { outcome, due, closes } });
    await mark.save({ transaction: packet.tx });
    await judgeByRubric(packet, judgement);
    await audit(person.id, 'return-later', packet.id, { round: judgement.round, at }, packet.tx);
    return verdict;
  });
}

/** Returns what waited for a moment that has come. One that cannot be returned any more stays what it is: kept for later. */
export async function returnDue(): Promise<number> {
  const due = await select(DueRow, DUE, [new Date(clock.now())]);
  for (const { mark, by, returnAs, points, remark, waived, otherwise, packetId, round } of due) {
    const key = `due ${mark}`;
    const judgement = { packetId, round, points, remark, waived, otherwise: otherwise ?? undefined, key };
    const done = await returnRound({ id: by, schoolRoles: [] }, { ...judgement, ...returnAs }).catch(
      (error: unknown) => {
        log.error({ err: error, packetId }, 'what was to go back by itself could not be returned');
        return { ok: false as const };
      }
    );
    if (!done.ok) await execute('update marks set return_at = null, return_as = null where id = $1', [mark]);
  }
  return due.length;
}

const DueRow = z.object({
  mark: z.string(),
  packetId: z.string(),
  round: z.number(),
  points: z.number().nullable(),
  remark: z.string(),
  waived: z.string().nullable(),
  otherwise: z.string().nullable(),
  returnAs: ReturnAs,
  by: z.string()
});
const DUE = `
  select m.id as mark, m.packet_id as "packetId", m.round_no as round, m.points::float8 as points, m.remark, m.waived, m.otherwise,
    m.return_as as "returnAs", m.by_person as by
  from marks m
  where m.return_at <= $1 and m.returned_at is null and m.round_no is not null
  order by m.return_at, m.id limit 200`;
