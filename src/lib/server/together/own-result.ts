import { z } from 'zod';
import type { Actor } from '$core/people/policy';
import type { Refusal } from '$core/packets/allowed';
import { audit } from '../db/audit';
import { execute } from '../db/connection';
import { withPacket } from '../packets/open-packet';
import { publish } from '../live/publish';
import { NotHere, type Outcome } from '../outcome';

export const MemberResult = z.object({
  studentId: z.uuid(),
  points: z.number().min(0).max(100_000).nullable(),
  remark: z.string().trim().max(2000)
});

/**
 * Gives one of a party a result of their own beside that of all, with a word that only they read; with neither, what all got is theirs again. It
 * is seen once the work is settled.
 *
 * @returns refused for more points than there are
 */
export const giveMember = (
  person: Actor,
  {
    assignmentId,
    studentId,
    points,
    remark
  }: { assignmentId: string; studentId: string; points: number | null; remark: string }
): Promise<Outcome<object, Refusal | 'points-too-high'>> =>
  withPacket(person, { assignmentId, studentId }, 'mark-round', null, async (packet) => {
    if (!packet.members.includes(studentId) || packet.members.length < 2) throw new NotHere('This party');
    if (points !== null && (packet.facts.points === null || points > packet.facts.points))
      return { ok: false, why: 'points-too-high' };
    const bind = [packet.id, studentId];
    if (points === null && remark === '')
      await execute('delete from member_results where packet_id = $1 and person_id = $2', bind, packet.tx);
    else await execute(GIVE, [...bind, points, remark, person.id, new Date(packet.now)], packet.tx);
    await audit(person.id, 'give-member', packet.id, { studentId, points }, packet.tx);
    await publish({ what: 'remarked', packet }, packet.tx);
    return { ok: true };
  });

const GIVE = `
  insert into member_results (packet_id, person_id, points, remark, by_person, at) values ($1, $2, $3, $4, $5, $6)
  on conflict (packet_id, person_id) do update set points = excluded.points, remark = excluded.remark, by_person = excluded.by_person,
    at = excluded.at`;
