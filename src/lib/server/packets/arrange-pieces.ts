import { z } from 'zod';
import { allowed, type Refusal } from '$core/packets/allowed';
import { keepableName, withEnding, type PieceRefusal } from '$core/packets/piece-rules';
import type { Actor } from '$core/people/policy';
import { execute, select } from '../db/connection';
import { Piece } from '../db/models/packets';
import { NotHere, type Outcome } from '../outcome';
import { withPacket, type OpenPacket } from './open-packet';

type OnePiece = { assignmentId: string; pieceId: string };

/** Renames a piece in the student's own packet. Its ending stays: it says what kind of file it is. Rounds keep theirs. */
export async function renamePiece(
  person: Actor,
  input: OnePiece & { name: string }
): Promise<Outcome<{ name: string }, Refusal | PieceRefusal>> {
  return arranging(person, input, async (piece) => {
    const name = keepableName(withEnding(input.name, piece.name));
    if (name === null) return { ok: false, why: 'name-too-long' };
    await piece.update({ name });
    return { ok: true, name };
  });
}

/** Writes a word beside a piece, for whoever marks it. */
export async function notePiece(
  person: Actor,
  input: OnePiece & { note: string }
): Promise<Outcome<object, Refusal | PieceRefusal>> {
  return arranging(person, input, async (piece) => {
    await piece.update({ note: input.note });
    return { ok: true };
  });
}

/** Moves a piece one place up or down among those of its own place in the packet. At the end it stays where it is. */
export async function movePiece(
  person: Actor,
  input: OnePiece & { by: 'up' | 'down' }
): Promise<Outcome<object, Refusal | PieceRefusal>> {
  return arranging(person, input, async (piece, packet) => {
    const rows = await select(
      z.object({ id: z.string() }),
      `select id from pieces where packet_id = $1 and deliverable_id is not distinct from $2::uuid
       order by position, added_at, id`,
      [packet.id, piece.deliverableId],
      packet.tx
    );
    const ids = rows.map(({ id }) => id);
    const from = ids.indexOf(piece.id);
    const to = input.by === 'up' ? from - 1 : from + 1;
    const other = ids[to];
    if (other === undefined) return { ok: true };
    [ids[from], ids[to]] = [other, piece.id];
    await execute(
      `update pieces p set position = n.place - 1
       from unnest($2::uuid[]) with ordinality as n(id, place) where p.id = n.id and p.packet_id = $1`,
      [packet.id, ids],
      packet.tx
    );
    return { ok: true };
  });
}

/** Does something to one piece of the student's own packet, while pieces may be added to it at all. */
async function arranging<T extends Outcome<object, Refusal | PieceRefusal>>(
  person: Actor,
  { assignmentId, pieceId }: OnePiece,
  work: (piece: Bound, packet: OpenPacket) => Promise<T>
): Promise<T | { ok: false; why: Refusal }> {
  return withPacket(person, { assignmentId, own: true }, 'work-on-own-packet', null, async (packet) => {
    const piece = await Piece.findOne({ where: { id: pieceId, packetId: packet.id }, transaction: packet.tx });
    if (!piece) throw new NotHere('This piece');
    const verdict = allowed(packet.custody, { do: 'add-piece', piece: pieceId }, packet.now);
    if (!verdict.ok) return verdict;
    const { id, name, deliverableId } = piece;
    const update = async (change: Partial<Pick<Piece, 'name' | 'note'>>) => {
      await piece.update(change, { transaction: packet.tx });
    };
    return work({ id, name, deliverableId, update }, packet);
  });
}

/** A piece that can be changed within the packet's transaction. */
interface Bound {
  id: string;
  name: string;
  deliverableId: string | null;
  update(change: Partial<Pick<Piece, 'name' | 'note'>>): Promise<void>;
}
