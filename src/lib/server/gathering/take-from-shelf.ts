import { z } from 'zod';
import type { Refusal } from '$core/packets/allowed';
import { kindOfBytes } from '$core/pieces/kinds';
import type { PieceRefusal } from '$core/pieces/refusals';
import { allowed } from '$core/packets/allowed';
import type { Actor } from '$core/people/policy';
import { inspectBlob } from '../blobs/inspect';
import { withoutSpot } from '../blobs/without-spot';
import { Piece } from '../db/models/packets';
import { NotHere, type Outcome } from '../outcome';
import { layFile, leftOut, type ShelfPiece } from './pieces';
import { placeProblem } from '../packets/place';
import { withPacket } from '../packets/open-packet';
import { execute, select } from '../db/connection';
import { flushPage } from '../pages/flush';
import { ownFile, type OwnFile } from '../shelf/own-file';
import { putOnShelf } from '../shelf/put-on-shelf';

/** Puts files of the Shelf into a place of the packet, as they are now. Each stands for itself. */
export async function takeFromShelf(
  person: Actor,
  input: { assignmentId: string; deliverableId: string | null; fileIds: string[]; key: string }
): Promise<{ added: string[]; refused: Array<{ name: string; why: Refusal | PieceRefusal }> }> {
  const added: string[] = [];
  const refused: Array<{ name: string; why: Refusal | PieceRefusal }> = [];
  for (const fileId of new Set(input.fileIds)) {
    const file = await ownFile(person, fileId);
    const plain = await withoutSpot(file);
    const answer = await withPacket(
      person,
      { assignmentId: input.assignmentId, own: true },
      'work-on-own-packet',
      `shelf ${input.key} ${fileId}`,
      async (packet): Promise<Outcome<object, Refusal | PieceRefusal>> =>
        layFile(packet, await leftOut(shelfPiece(file, input.deliverableId), plain, packet.tx))
    );
    if (plain) await inspectBlob(plain);
    if (answer.ok) added.push(file.name);
    else refused.push({ name: file.name, why: answer.why });
  }
  return { added, refused };
}

function shelfPiece(file: OwnFile, deliverableId: string | null): ShelfPiece {
  const { id, version, name, sha256, size, mediaType, came } = file;
  return {
    kind: kindOfBytes(came),
    deliverableId,
    name,
    sha256,
    size,
    mediaType,
    shelfFileId: id,
    shelfVersion: version
  };
}

/** Puts the version that the Shelf has now in place of the older one in the packet. Name, note and place stay. */
export async function takeNewer(
  person: Actor,
  input: { assignmentId: string; pieceId: string }
): Promise<Outcome<object, Refusal | PieceRefusal>> {
  const address = { assignmentId: input.assignmentId, own: true } as const;
  // Looked for before the packet is taken under lock: a film is copied for it.
  const [of] = await select(z.object({ id: z.string() }), OF_SHELF, [input.pieceId]);
  if (!of) throw new NotHere('This piece');
  const newer = await ownFile(person, of.id);
  const plain = await withoutSpot(newer);
  const answer = await withPacket(person, address, 'work-on-own-packet', null, async (packet) => {
    const where = { id: input.pieceId, packetId: packet.id };
    const piece = await Piece.findOne({ where, transaction: packet.tx });
    if (!piece?.shelfFileId) throw new NotHere('This piece');
    const verdict = allowed(packet.custody, { do: 'add-piece', piece: piece.id }, packet.now);
    if (!verdict.ok) return verdict;
    const file = await ownFile(person, piece.shelfFileId, packet.tx);
    const { name, sha256, size, mediaType, version } = file;
    const problem = await placeProblem(packet, piece.deliverableId, {
      kind: piece.kind,
      name,
      size,
      mediaType
    });
    // It takes the place of another piece, so that a place which is full stays as full as it was.
    if (problem !== null && problem !== 'place-full' && problem !== 'too-many-pieces')
      return { ok: false, why: problem };
    const written = await flushPage(piece.id, packet.now, packet.tx);
    // What was written on a page and is on no version of its file is a file of its own.
    if (written && written.sha256 !== sha256) {
      const { assignmentId } = input;
      const own = { name: piece.name, blob: written, came: 'written' as const, folder: { assignmentId } };
      await putOnShelf(person, own, packet.now, packet.tx);
    }
    await execute('delete from page_drafts where piece_id = $1', [piece.id], packet.tx);
    const laid = await leftOut(file, sha256 === newer.sha256 ? plain : null, packet.tx);
    const { spotSha256 } = laid;
    await piece.update({ sha256: laid.sha256, spotSha256, shelfVersion: version }, { transaction: packet.tx });
    return { ok: true };
  });
  if (plain) await inspectBlob(plain);
  return answer;
}

const OF_SHELF = 'select shelf_file_id as id from pieces where id = $1 and shelf_file_id is not null';
