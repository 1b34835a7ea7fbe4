import { z } from 'zod';
import type { Candidate } from '$core/pieces/fit';
import { allowed, type Refusal } from '$core/packets/allowed';
import type { PartyRefusal } from '$core/parties/refusals';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { select } from '../db/connection';
import { Piece } from '../db/models/packets';
import { NotHere, type Outcome } from '../outcome';
import { withPacket, type OpenPacket } from '../packets/open-packet';
import { serverPiece } from '../pieces/registry';

/** A piece of a student's own packet, as forms name it. */
export type OnePiece = { assignmentId: string; pieceId: string };

/** A piece that can be changed within the packet's transaction. */
interface Bound {
  id: string;
  name: string;
  deliverableId: string | null;
  sha256: string | null;
  spotSha256: string | null;
  update(change: Change): Promise<void>;
  /** What it is, for asking whether another place takes it. */
  candidate(): Promise<Candidate>;
}
type Change = Partial<
  Pick<Piece, 'name' | 'note' | 'deliverableId' | 'captions' | 'captionsSha256' | 'sha256' | 'spotSha256'>
>;

/**
 * Does something to one piece of the student's own packet, while pieces may be added to it at all. Under the packet's lock.
 *
 * @throws NotHere where there is no such piece of theirs
 */
export async function arranging<T extends Outcome<object, Refusal | PieceRefusal | PartyRefusal>>(
  person: Actor,
  { assignmentId, pieceId }: OnePiece,
  work: (piece: Bound, packet: OpenPacket) => Promise<T>
): Promise<T | { ok: false; why: Refusal }> {
  return withPacket(person, { assignmentId, own: true }, 'work-on-own-packet', null, async (packet) => {
    const piece = await Piece.findOne({ where: { id: pieceId, packetId: packet.id }, transaction: packet.tx });
    if (!piece) throw new NotHere('This piece');
    const verdict = allowed(packet.custody, { do: 'add-piece', piece: pieceId }, packet.now);
    if (!verdict.ok) return verdict;
    const { id, name, deliverableId, sha256, spotSha256 } = piece;
    const update = async (change: Change) => {
      await piece.update(change, { transaction: packet.tx });
    };
    const candidate = async (): Promise<Candidate> => {
      const [blob] = await select(Bytes, BYTES, [piece.sha256], packet.tx);
      return serverPiece(piece.kind).candidate(piece, blob ?? null);
    };
    return work({ id, name, deliverableId, sha256, spotSha256, update, candidate }, packet);
  });
}

const Bytes = z.object({ size: z.number(), mediaType: z.string() });
const BYTES = 'select size::float8 as size, media_type as "mediaType" from blobs where sha256 = $1';
