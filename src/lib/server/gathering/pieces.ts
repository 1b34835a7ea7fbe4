import { contradiction } from '$core/materials/file-kinds';
import { allowed, type Refusal } from '$core/packets/allowed';
import { kindOfBytes, type Came, type PieceKind } from '$core/pieces/kinds';
import { keepableName } from '$core/pieces/names';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { inspectBlob } from '../blobs/inspect';
import { registerBlob } from '../blobs/register';
import type { StoredBlob } from '../blobs/store';
import { withoutSpot } from '../blobs/without-spot';
import type { Tx } from '../db/connection';
import { Piece } from '../db/models/packets';
import { NotHere, type Outcome } from '../outcome';
import { flushPage } from '../pages/flush';
import { putOnShelf } from '../shelf/put-on-shelf';
import { withPacket, type OpenPacket } from '../packets/open-packet';
import { placeProblem } from '../packets/place';
import { completeSeal, mayArrive, sealedPiece } from '../rounds/seal';

type Laid = Outcome<{ pieceId: string }, Refusal | PieceRefusal>;

export interface NewFile {
  assignmentId: string;
  /** Null for the "also" place. */
  deliverableId: string | null;
  name: string;
  /** A word beside it. */
  note?: string;
  blob: StoredBlob;
  key: string | null;
  came?: Came;
  /** Pieces of the same place that leave the packet as this one comes: what it was combined from. */
  insteadOf?: string[];
}

/**
 * Puts a stored file on the student's Shelf, filed by its assignment, and from there into its place in their packet.
 * A file that does not go into the packet stays on the Shelf. Nothing else in the packet is touched.
 */
export async function addFile(person: Actor, file: NewFile): Promise<Laid> {
  const { assignmentId, deliverableId, blob } = file;
  const plain = await withoutSpot(blob);
  const answer = await withPacket<Laid>(
    person,
    { assignmentId, own: true },
    'work-on-own-packet',
    file.key,
    async (packet) => {
      const name = keepableName(file.name);
      if (name === null) return { ok: false, why: 'name-too-long' };
      if (contradiction(name, blob.mediaType) === 'program') return { ok: false, why: 'program-in-disguise' };
      await registerBlob(blob, packet.tx);
      const { came = 'upload' } = file;
      const shelf = await putOnShelf(person, { name, blob, came, folder: { assignmentId } }, packet.now, packet.tx);
      const leaving = await thosePieces(packet, deliverableId, file.insteadOf ?? []);
      const kind = kindOfBytes(came);
      const made = {
        kind,
        deliverableId,
        name,
        note: file.note ?? '',
        ...blob,
        shelfFileId: shelf.fileId,
        shelfVersion: shelf.version
      };
      const sealed = await sealedPiece(packet, { deliverableId, sha256: blob.sha256 });
      if (!sealed) return layFile(packet, await leftOut(made, plain, packet.tx), leaving);
      const laid = await layPiece(packet, made, 'arrive');
      // Of what was sealed not a byte may differ.
      if (laid.ok) await completeSeal(packet, sealed);
      return laid;
    }
  );
  if (plain) await inspectBlob(plain);
  return answer;
}

/** A file as it goes into a packet: without where it was taken, where it says so. Its owner can decide otherwise. */
export async function leftOut<T extends StoredBlob>(
  file: T,
  plain: StoredBlob | null,
  tx: Tx
): Promise<T & { spotSha256: string | null }> {
  if (!plain) return { ...file, spotSha256: null };
  await registerBlob(plain, tx);
  return { ...file, ...plain, spotSha256: file.sha256 };
}

async function thosePieces(packet: OpenPacket, deliverableId: string | null, ids: string[]): Promise<Piece[]> {
  if (ids.length === 0) return [];
  return Piece.findAll({ where: { id: ids, packetId: packet.id, deliverableId }, transaction: packet.tx });
}

/** What of a file on the Shelf goes into a packet. */
export interface ShelfPiece {
  kind: PieceKind;
  deliverableId: string | null;
  name: string;
  note?: string;
  sha256: string;
  size: number;
  mediaType: string;
  /** The same bytes with where they were taken, where that was left out of these. */
  spotSha256?: string | null;
  shelfFileId: string;
  shelfVersion: number;
}

/**
 * Lays a file into its place, where it fits. Under the packet's lock.
 *
 * @param leaving pieces of that place that leave as it comes; where it does not fit, they stay
 */
export async function layFile(packet: OpenPacket, file: ShelfPiece, leaving: Piece[] = []): Promise<Laid> {
  const { deliverableId } = file;
  const problem = await placeProblem(packet, deliverableId, file, leaving.length);
  if (problem) return { ok: false, why: problem };
  const laid = await layPiece(packet, file);
  if (!laid.ok || leaving.length === 0) return laid;
  const position = Math.min(...leaving.map((piece) => piece.position));
  for (const piece of leaving) await letGo(packet, piece);
  await Piece.update({ position }, { where: { id: laid.pieceId }, transaction: packet.tx });
  return laid;
}

/** Takes a piece out of the packet. Under the packet's lock. */
export async function letGo(packet: OpenPacket, piece: Piece): Promise<Outcome<object, Refusal>> {
  // What was written on it last goes to the Shelf with it.
  await flushPage(piece.id, packet.now, packet.tx);
  const verdict = await packet.act({ do: 'remove-piece', piece: piece.id });
  if (verdict.ok) await piece.destroy({ transaction: packet.tx });
  return verdict;
}

/**
 * Lays a piece into the packet as its last one. Whether it fits has been asked. Under the packet's lock.
 *
 * @param how `arrive` for a piece of what was sealed
 */
export async function layPiece(
  packet: OpenPacket,
  made: Partial<
    Pick<
      Piece,
      | 'sha256'
      | 'spotSha256'
      | 'shelfFileId'
      | 'shelfVersion'
      | 'url'
      | 'lookId'
      | 'knowingly'
      | 'kind'
      | 'note'
      | 'captions'
      | 'captionsSha256'
      | 'portfolioId'
      | 'portfolioPage'
    >
  > &
    Pick<Piece, 'deliverableId' | 'name'>,
  how: 'add-piece' | 'arrive' = 'add-piece'
): Promise<Outcome<{ pieceId: string }, Refusal>> {
  const last = await Piece.max<number | null, Piece>('position', {
    where: { packetId: packet.id },
    transaction: packet.tx
  });
  const piece = Piece.build({
    ...made,
    packetId: packet.id,
    addedAt: new Date(packet.now),
    position: (last ?? -1) + 1
  });
  const verdict = await packet.act({ do: how, piece: piece.id });
  if (!verdict.ok) return verdict;
  await piece.save({ transaction: packet.tx });
  return { ok: true, pieceId: piece.id };
}

/**
 * Whether a file could be added now: asked before its bytes are taken in, and again when they are there.
 *
 * @param file its name and size as they are claimed; without them only the place is asked about
 */
export async function canAddFile(
  person: Actor,
  place: { assignmentId: string; deliverableId: string | null },
  file: { name: string; size: number } | null = null,
  leaving = 0
): Promise<Outcome<object, Refusal | PieceRefusal>> {
  const address = { assignmentId: place.assignmentId, own: true } as const;
  return withPacket(person, address, 'work-on-own-packet', null, async (packet) => {
    const arrives = await mayArrive(packet, place.deliverableId, file);
    if (arrives) return arrives;
    const problem = await placeProblem(packet, place.deliverableId, file && { kind: 'file', ...file }, leaving);
    if (problem) return { ok: false, why: problem };
    return allowed(packet.custody, { do: 'add-piece', piece: '' }, packet.now);
  });
}

/** Takes a piece out of the student's own packet. Rounds that hold it keep it, and so does the Shelf. */
export async function removePiece(
  person: Actor,
  input: { assignmentId: string; pieceId: string }
): Promise<Outcome<{ name: string }, Refusal>> {
  const address = { assignmentId: input.assignmentId, own: true } as const;
  return withPacket(person, address, 'work-on-own-packet', null, async (packet) => {
    const where = { id: input.pieceId, packetId: packet.id };
    const piece = await Piece.findOne({ where, transaction: packet.tx });
    if (!piece) throw new NotHere('This piece');
    const gone = await letGo(packet, piece);
    return gone.ok ? { ok: true, name: piece.name } : gone;
  });
}
