import { z } from 'zod';
import { allowed, type Refusal } from '$core/packets/allowed';
import { keepableName, MOST_PIECES, type PieceRefusal } from '$core/packets/piece-rules';
import type { Actor } from '$core/people/policy';
import { registerBlob } from '../blobs/register';
import type { StoredBlob } from '../blobs/store';
import { select } from '../db/connection';
import { Piece } from '../db/models/packets';
import { NotHere, type Outcome } from '../outcome';
import { withPacket, type OpenPacket } from './open-packet';

export interface NewFile {
  assignmentId: string;
  /** Null for the "also" place. */
  deliverableId: string | null;
  name: string;
  blob: StoredBlob;
  key: string | null;
}

/** Puts a stored file into its place in the student's own packet. Nothing else in the packet is touched. */
export async function addFile(
  person: Actor,
  file: NewFile
): Promise<Outcome<{ pieceId: string }, Refusal | PieceRefusal>> {
  const { assignmentId, deliverableId, blob } = file;
  return withPacket(person, { assignmentId, own: true }, 'work-on-own-packet', file.key, async (packet) => {
    const name = keepableName(file.name);
    if (name === null) return { ok: false, why: 'name-too-long' };
    const place = await placeProblem(packet, deliverableId);
    if (place) return { ok: false, why: place };
    const piece = Piece.build({
      packetId: packet.id,
      deliverableId,
      name,
      sha256: blob.sha256,
      addedAt: new Date(packet.now),
      position: packet.custody.pieces
    });
    const verdict = await packet.act({ do: 'add-piece', piece: piece.id });
    if (!verdict.ok) return verdict;
    await registerBlob(blob, packet.tx);
    await piece.save({ transaction: packet.tx });
    return { ok: true, pieceId: piece.id };
  });
}

/** Whether a file could be added now: asked before its bytes are taken in, and again when they are there. */
export async function canAddFile(
  person: Actor,
  place: { assignmentId: string; deliverableId: string | null }
): Promise<Outcome<object, Refusal | PieceRefusal>> {
  const address = { assignmentId: place.assignmentId, own: true } as const;
  return withPacket(person, address, 'work-on-own-packet', null, async (packet) => {
    const problem = await placeProblem(packet, place.deliverableId);
    if (problem) return { ok: false, why: problem };
    return allowed(packet.custody, { do: 'add-piece', piece: '' }, packet.now);
  });
}

/** Takes a piece out of the student's own packet. Rounds that hold it keep it. */
export async function removePiece(
  person: Actor,
  input: { assignmentId: string; pieceId: string }
): Promise<Outcome<{ name: string }, Refusal>> {
  const address = { assignmentId: input.assignmentId, own: true } as const;
  return withPacket(person, address, 'work-on-own-packet', null, async (packet) => {
    const where = { id: input.pieceId, packetId: packet.id };
    const piece = await Piece.findOne({ where, transaction: packet.tx });
    if (!piece) throw new NotHere('This piece');
    const verdict = await packet.act({ do: 'remove-piece', piece: piece.id });
    if (!verdict.ok) return verdict;
    await piece.destroy({ transaction: packet.tx });
    return { ok: true, name: piece.name };
  });
}

async function placeProblem(packet: OpenPacket, deliverableId: string | null): Promise<PieceRefusal | null> {
  if (packet.custody.pieces >= MOST_PIECES) return 'too-many-pieces';
  if (deliverableId === null) return packet.facts.alsoOpen ? null : 'also-closed';
  const places = await select(
    z.object({ id: z.string() }),
    'select id from deliverables where id = $1 and assignment_id = $2',
    [deliverableId, packet.facts.assignmentId],
    packet.tx
  );
  if (places.length === 0) throw new NotHere('This place in the packet');
  return null;
}
