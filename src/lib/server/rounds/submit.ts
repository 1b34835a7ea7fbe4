import type { Refusal } from '$core/packets/allowed';
import type { Actor } from '$core/people/policy';
import { stoppedByCheck } from '../checks/strict';
import type { Outcome } from '../outcome';
import { printPages } from '../pages/print-packet';
import { withPacket } from '../packets/open-packet';
import { writeRound } from './write-round';

/**
 * Submits the student's own packet: a frozen copy of its pieces becomes the standing round.
 *
 * One transaction under the packet's lock. The server's clock decides the moment. Two tabs, a double click or a
 * repeated request with one key make one round.
 *
 * @param input.note what travels with the round: what is new in it, why it comes now
 * @param input.bare declared finished without any piece (read, done in class, in a shared place); the note says how
 */
export async function submitPacket(
  person: Actor,
  input: { assignmentId: string; key: string; note?: string; bare?: boolean }
): Promise<Outcome<{ round: number; receipt: string }, Refusal>> {
  const { note = '', bare = false } = input;
  await printPages(person.id, input.assignmentId);
  const address = { assignmentId: input.assignmentId, own: true } as const;
  return withPacket(person, address, 'work-on-own-packet', `submit ${input.key}`, async (packet) => {
    if (bare && note.trim() === '') return { ok: false, why: 'says-nothing' };
    if (await stoppedByCheck(packet)) return { ok: false, why: 'stopped-by-a-check' };
    const verdict = await packet.act(bare ? { do: 'submit', bare: true } : { do: 'submit' });
    if (!verdict.ok) return verdict;
    return { ok: true, ...(await writeRound(packet, note.trim())) };
  });
}
