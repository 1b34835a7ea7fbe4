import type { MarkRefusal } from '$core/marking/words';
import type { Refusal } from '$core/packets/allowed';
import type { OpenPacket } from '../packets/open-packet';

/** The round that a teacher marks: the one that stands with them, else the settled one, whose result is put right. */
export const markedRound = ({ standing, rounds }: OpenPacket['custody']): number | undefined =>
  standing ?? rounds.find(({ state }) => state === 'settled')?.no;

/**
 * Something is noted on a round for its return: marking has begun, where it stands with the teacher.
 *
 * @returns why nothing may be noted on it; null where it may
 */
export async function beginMarking(packet: OpenPacket, round: number): Promise<Refusal | MarkRefusal | null> {
  if (markedRound(packet.custody) !== round) return 'another-round-stands';
  if (packet.custody.standing === null) return null;
  const verdict = await packet.act({ do: 'mark' });
  return verdict.ok ? null : verdict.why;
}
