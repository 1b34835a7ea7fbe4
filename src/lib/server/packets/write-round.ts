import { execute } from '../db/connection';
import { issueReceipt, newReceiptNumber } from '../receipts/issue';
import { tellStudent, tellTeachers } from '../tidings/packet-news';
import type { OpenPacket } from './open-packet';

/**
 * Freezes the packet's pieces as the round that has just begun to stand, with the note that travels with it, and issues
 * its receipt. Under the packet's lock.
 *
 * @returns the number of the round and of its receipt
 */
export async function writeRound(packet: OpenPacket, note: string): Promise<{ round: number; receipt: string }> {
  const round = packet.custody.standing;
  if (round === null) throw new Error('A round that was just submitted does not stand.');
  const receipt = newReceiptNumber();
  const bind = [packet.id, round];
  await Promise.all([
    note === ''
      ? null
      : execute('update rounds set note = $3 where packet_id = $1 and no = $2', [...bind, note], packet.tx),
    execute(FREEZE, bind, packet.tx),
    issueReceipt(packet, round, receipt),
    tellTeachers(packet, { kind: 'submitted', facts: { round } }),
    tellStudent(packet, { kind: 'receipt', facts: { round, number: receipt }, part: 'rounds', read: true })
  ]);
  return { round, receipt };
}

const FREEZE = `
  insert into round_pieces
    (packet_id, round_no, deliverable_id, kind, name, note, sha256, position, url, look_id, knowingly)
  select packet_id, $2, deliverable_id, kind, name, note, sha256, position, url, look_id, knowingly
  from pieces where packet_id = $1`;
