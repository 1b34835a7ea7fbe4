import { cut } from '$core/cut';
import { kindOfBytes } from '$core/pieces/kinds';
import type { Refusal } from '$core/packets/allowed';
import type { Evidence } from '$core/pages/evidence';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { BlobRefused } from '../blobs/store';
import { withoutSpot } from '../blobs/without-spot';
import { config } from '../config';
import { Piece } from '../db/models/packets';
import type { Outcome } from '../outcome';
import { placeProblem } from '../packets/place';
import { findDraft } from '../pages/draft';
import { arranging, type OnePiece } from './arranging';
import { broughtToShelf, type Coming } from './brought-to-shelf';
import { layPiece, leftOut } from './pieces';

/**
 * Brings a file that shows what an entry of a page says: it becomes a piece of the same packet, beside what is asked, and is named
 * in the entry by whoever writes it. One that lies in the packet already is not laid there twice.
 *
 * @returns what it is called, and the hash by which the entry names it
 */
export async function addEvidence(
  person: Actor,
  input: OnePiece,
  coming: Coming
): Promise<Outcome<{ evidence: Evidence }, Refusal | PieceRefusal>> {
  const may = await arranging(person, input, async (_, { tx }) => {
    await findDraft(input.pieceId, tx);
    return { ok: true };
  });
  if (!may.ok) return may;
  try {
    const brought = await broughtToShelf(person, coming, config.maxFileBytes);
    if (!brought.ok) return brought;
    const { id: shelfFileId, version: shelfVersion, name, sha256, size, mediaType, came } = brought.file;
    const plain = await withoutSpot({ sha256, size, mediaType });
    const original = { kind: kindOfBytes(came), name, sha256, size, mediaType, shelfFileId, shelfVersion };
    return await arranging(person, input, async (_, packet) => {
      const { tx, id: packetId } = packet;
      const file = await leftOut(original, plain, tx);
      const evidence = { name: cut(name, 200), sha256: file.sha256 };
      if (await Piece.findOne({ where: { packetId, sha256: file.sha256 }, transaction: tx }))
        return { ok: true, evidence };
      const { guarded } = await findDraft(input.pieceId, tx);
      const problem = await placeProblem(packet, null, file);
      // What a starter asks to be shown is asked, whatever else the assignment takes.
      if (problem !== null && !(problem === 'also-closed' && guarded)) return { ok: false, why: problem };
      const laid = await layPiece(packet, { ...file, deliverableId: null });
      return laid.ok ? { ok: true, evidence } : laid;
    });
  } catch (error) {
    if (error instanceof BlobRefused) return { ok: false, why: error.why };
    throw error;
  }
}
