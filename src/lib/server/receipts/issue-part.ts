import { createHash } from 'node:crypto';
import { z } from 'zod';
import { lateness } from '$core/lateness/lateness';
import { submitEnds } from '$core/packets/terms';
import { Receipt, type ReceivedPiece } from '$core/receipts/receipt';
import { select } from '../db/connection';
import type { OpenPacket } from '../packets/open-packet';
import { keepReceipt, newReceiptNumber } from './keep-receipt';

/**
 * Issues the receipt of a part of a page that one of its writers has finished, while the whole goes on. In the transaction of that.
 *
 * @param part what it is called; `piece`: it as it stands now
 * @returns its number
 */
export async function issuePartReceipt(
  packet: OpenPacket,
  { part, piece }: { part: string; piece: ReceivedPiece & { sha256: string } }
): Promise<string> {
  const { facts, custody, now, tx, person } = packet;
  const { terms } = custody;
  const [about] = await select(About, ABOUT, [facts.assignmentId, person.id], tx);
  if (!about) throw new Error('Whoever finishes a part is nobody.');
  const { seconds, kept } = lateness(now, terms.due, facts.zone, terms.late);
  const number = newReceiptNumber();
  const receipt: Receipt = Receipt.parse({
    ...{ version: 2, number, part, student: about.student, course: facts.courseTitle, assignment: facts.title },
    briefSha256: createHash('sha256').update(about.brief).digest('hex'),
    points: facts.points,
    round: custody.rounds.length + 1,
    receivedAt: Math.floor(now / 1000) * 1000,
    ...{ due: terms.due, lateSeconds: seconds, kept, zone: facts.zone },
    takeBack: { possible: true, until: submitEnds(terms) },
    pieces: [piece]
  });
  await keepReceipt(receipt, { packetId: packet.id, round: null, partSha256: piece.sha256 }, tx);
  return number;
}

const About = z.object({ student: z.string(), brief: z.string() });
const ABOUT = `
  select s.name as student, a.brief_html as brief from assignments a cross join people s where a.id = $1 and s.id = $2`;
