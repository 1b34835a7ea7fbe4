import { Op } from 'sequelize';
import type { MarkRefusal } from '$core/marking/words';
import { Mark } from '../db/models/packets';
import { projectLatest } from '../packets/log';
import type { OpenPacket } from '../packets/open-packet';
import { draftOf, type Judgement } from './judgement';
import { returnRemarks } from './remarks';
import { returnTeachersParts } from './teachers-parts';
import { projectUsualWait } from './usual-wait';

/** All that was noted on a round becomes its student's to see, at once. Under the packet's lock, after custody has moved. */
export async function giveBack(
  packet: OpenPacket,
  judgement: Omit<Judgement, 'packetId' | 'key' | 'known'>,
  outcome: 'settled' | 'another-round'
): Promise<void> {
  const mark = await draftOf(packet, judgement);
  mark.set({ outcome, returnedAt: new Date(packet.now) });
  await mark.save({ transaction: packet.tx });
  await returnTeachersParts(packet, judgement.round);
  await returnRemarks(packet, judgement.round);
  await projectLatest(packet.id, packet.tx);
  await projectUsualWait(packet.facts.courseId, packet.tx);
}

/** Another teacher may have returned it since the page was made. Under the packet's lock. */
export async function meanwhileProblem(packet: OpenPacket, known: number | undefined): Promise<MarkRefusal | null> {
  if (known === undefined) return null;
  const returned = { packetId: packet.id, returnedAt: { [Op.ne]: null } };
  return (await Mark.count({ where: returned, transaction: packet.tx })) > known ? 'returned-meanwhile' : null;
}
