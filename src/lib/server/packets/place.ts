import { z } from 'zod';
import { Wants } from '$core/pieces/wanted';
import { fitProblem, type Candidate } from '$core/pieces/fit';
import { MOST_PIECES, type PieceRefusal } from '$core/pieces/refusals';
import { config } from '../config';
import { select } from '../db/connection';
import { NotHere } from '../outcome';
import type { OpenPacket } from './open-packet';

/**
 * Why a piece does not go into a place of the packet; null where it does. To be asked under the packet's lock.
 *
 * @param deliverableId null for the "also" place
 * @param leaving how many pieces leave the place in the same moment
 * @throws NotHere when the assignment has no such place
 */
export async function placeProblem(
  packet: OpenPacket,
  deliverableId: string | null,
  piece: Candidate | null,
  leaving = 0
): Promise<PieceRefusal | null> {
  if (packet.custody.pieces - leaving >= MOST_PIECES) return 'too-many-pieces';
  const { wants, already } = await readPlace(packet, deliverableId);
  if (wants === null) return 'also-closed';
  return piece && fitProblem(piece, wants, already - leaving, config.maxFileBytes);
}

async function readPlace(
  packet: OpenPacket,
  deliverableId: string | null
): Promise<{ wants: Wants | null; already: number }> {
  if (deliverableId === null) return { wants: packet.facts.alsoOpen ? {} : null, already: 0 };
  const [place] = await select(
    z.object({ wants: Wants, already: z.number() }),
    `select d.wants, (select count(*) from pieces p where p.packet_id = $3 and p.deliverable_id = d.id)::int as already
     from deliverables d where d.id = $1 and d.assignment_id = $2`,
    [deliverableId, packet.facts.assignmentId, packet.id],
    packet.tx
  );
  if (!place) throw new NotHere('This place in the packet');
  return place;
}
