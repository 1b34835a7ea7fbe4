import { execute } from '../db/connection';
import { freezePieces } from '../pieces/freeze';
import { flushPages } from '../pages/flush';
import { issueReceipt } from '../receipts/issue';
import { freshenPosts } from '../threads/posted-bytes';
import { newReceiptNumber } from '../receipts/keep-receipt';
import { tellAbout } from '../packets/packet-news';
import type { OpenPacket } from '../packets/open-packet';

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
  // What was said last is in it, also where it could not be written down before.
  await freshenPosts(packet);
  await flushPages(packet.id, packet.now, packet.tx);
  await freezePieces(packet.id, round, packet.tx);
  await Promise.all([
    note === ''
      ? null
      : execute('update rounds set note = $3 where packet_id = $1 and no = $2', [packet.id, round, note], packet.tx),
    issueReceipt(packet, round, receipt),
    tellAbout(packet, { what: 'submitted', round, receipt })
  ]);
  return { round, receipt };
}
