import type { Refusal } from '$core/packets/allowed';
import type { Actor } from '$core/people/policy';
import { execute } from '../db/connection';
import type { Outcome } from '../outcome';
import { issueReceipt } from '../receipts/issue';
import { withPacket } from './open-packet';

/**
 * Submits the student's own packet: a frozen copy of its pieces becomes the standing round.
 *
 * One transaction under the packet's lock. The server's clock decides the moment. Two tabs, a double click or a
 * repeated request with one key make one round.
 */
export async function submitPacket(
  person: Actor,
  input: { assignmentId: string; key: string }
): Promise<Outcome<{ round: number; receipt: string }, Refusal>> {
  const address = { assignmentId: input.assignmentId, own: true } as const;
  return withPacket(person, address, 'work-on-own-packet', `submit ${input.key}`, async (packet) => {
    const verdict = await packet.act({ do: 'submit' });
    if (!verdict.ok) return verdict;
    const round = packet.custody.standing ?? 0;
    await execute(
      `insert into round_pieces
         (packet_id, round_no, deliverable_id, kind, name, note, sha256, position, url, look_id, knowingly)
       select packet_id, $2, deliverable_id, kind, name, note, sha256, position, url, look_id, knowingly
       from pieces where packet_id = $1`,
      [packet.id, round],
      packet.tx
    );
    return { ok: true, round, receipt: await issueReceipt(packet, round) };
  });
}
