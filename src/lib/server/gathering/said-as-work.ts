import { z } from 'zod';
import { allowed } from '$core/packets/allowed';
import type { Actor } from '$core/people/policy';
import { inspectBlob } from '../blobs/inspect';
import { BlobRefused } from '../blobs/store';
import { Piece } from '../db/models/packets';
import { select } from '../db/connection';
import { publish } from '../live/publish';
import { log } from '../log';
import { NotHere } from '../outcome';
import { withPacket, type OpenPacket } from '../packets/open-packet';
import { freshenPosts, placeOf } from '../threads/posted-bytes';
import { layPiece, letGo } from './pieces';

/**
 * Where a place asks for a post on the open floor, what a student has said there stands in it: laid when they first say something,
 * brought along with each word more, and left as it is while the packet is not with them. Nothing is done where no place asks for one.
 */
export async function gatherPosts(person: Actor, assignmentId: string): Promise<void> {
  const [place] = await placeOf(assignmentId);
  if (!place) return;
  try {
    const { blob } = await withPacket(
      person,
      { assignmentId, own: true },
      'work-on-own-packet',
      null,
      async (packet) => {
        const may = allowed(packet.custody, { do: 'add-piece', piece: '' }, packet.now).ok;
        const posted = may ? await freshenPosts(packet) : null;
        const blob = posted?.blob ?? null;
        if (posted?.pieceId && !posted.any) await takeOut(packet, posted.pieceId);
        if (!posted || !blob) return { ok: true as const, blob };
        if (posted.pieceId !== null) await publish({ what: 'pieces-arranged', packet }, packet.tx);
        else await layPiece(packet, { kind: 'post', deliverableId: place.id, name: NAME, sha256: blob.sha256 });
        return { ok: true as const, blob };
      }
    );
    if (blob) await inspectBlob(blob);
  } catch (error) {
    // Whoever teaches there has no packet; where there is no room it is written down at the next word, or at the submit.
    if (error instanceof BlobRefused) log.warn({ err: error, assignmentId }, 'posts could not be gathered');
    else if (!(error instanceof NotHere)) throw error;
  }
}
const NAME = 'Said on the open floor.md';

/** What was taken back is no piece any more. */
async function takeOut(packet: OpenPacket, pieceId: string): Promise<void> {
  const piece = await Piece.findOne({ where: { id: pieceId, packetId: packet.id }, transaction: packet.tx });
  if (piece) await letGo(packet, piece);
}

/** The same for the assignment on which something was said. */
export async function gatherPostsOf(person: Actor, postId: string): Promise<void> {
  const assignmentId = await assignmentOfPost(postId);
  if (assignmentId !== null) await gatherPosts(person, assignmentId);
}

/** The assignment on which something was said; null where it was said on none. Nothing of it is told. */
export async function assignmentOfPost(postId: string): Promise<string | null> {
  const [post] = await select(Of, 'select assignment_id as "assignmentId" from posts where id = $1', [postId]);
  return post?.assignmentId ?? null;
}
const Of = z.object({ assignmentId: z.string().nullable() });
