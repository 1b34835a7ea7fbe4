import { z } from 'zod';
import type { Refusal } from '$core/packets/allowed';
import { keepableName, withEnding } from '$core/pieces/names';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { execute, select } from '../db/connection';
import type { Outcome } from '../outcome';
import { publish } from '../live/publish';
import type { OpenPacket } from '../packets/open-packet';
import { placeProblem } from '../packets/place';
import { arranging, type OnePiece } from './arranging';

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
    const ids = await piecesIn(packet, piece.deliverableId);
    const from = ids.indexOf(piece.id);
    const to = input.by === 'up' ? from - 1 : from + 1;
    const other = ids[to];
    if (other === undefined) return { ok: true };
    [ids[from], ids[to]] = [other, piece.id];
    await writeOrder(packet, ids);
    return { ok: true };
  });
}

/** Puts a piece at a certain spot of a place in the packet, its own or another one where it fits. */
export async function placePiece(
  person: Actor,
  input: OnePiece & { deliverableId: string | null; index: number }
): Promise<Outcome<object, Refusal | PieceRefusal>> {
  return arranging(person, input, async (piece, packet) => {
    const { deliverableId, index } = input;
    if (deliverableId !== piece.deliverableId) {
      const problem = await placeProblem(packet, deliverableId, await piece.candidate());
      // It leaves one place for another, so that the packet holds as many as before.
      if (problem !== null && problem !== 'too-many-pieces') return { ok: false, why: problem };
      await piece.update({ deliverableId });
    }
    const others = (await piecesIn(packet, deliverableId)).filter((id) => id !== piece.id);
    await writeOrder(packet, others.toSpliced(index, 0, piece.id));
    return { ok: true };
  });
}

async function piecesIn(packet: OpenPacket, deliverableId: string | null): Promise<string[]> {
  const rows = await select(
    z.object({ id: z.string() }),
    `select id from pieces where packet_id = $1 and deliverable_id is not distinct from $2::uuid
     order by position, added_at, id`,
    [packet.id, deliverableId],
    packet.tx
  );
  return rows.map(({ id }) => id);
}

async function writeOrder(packet: OpenPacket, ids: string[]): Promise<void> {
  await execute(
    `update pieces p set position = n.place - 1
     from unnest($2::uuid[]) with ordinality as n(id, place) where p.id = n.id and p.packet_id = $1`,
    [packet.id, ids],
    packet.tx
  );
  await publish({ what: 'pieces-arranged', packet }, packet.tx);
}
