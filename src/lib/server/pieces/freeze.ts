import { z } from 'zod';
import { select, type Tx } from '../db/connection';
import { serverPiece } from './registry';

/**
 * Copies the pieces of the working packet into a round, each as bytes that nothing can change any more. Under the
 * packet's lock.
 */
export async function freezePieces(packetId: string, round: number, tx: Tx): Promise<void> {
  // What is bytes already needs no look at it.
  const others = await select(Kept, KEPT, [packetId], tx);
  const frozen = await Promise.all(
    others.map(async (piece) => ({ id: piece.id, blob: await serverPiece(piece.kind).freeze(piece, tx) }))
  );
  const made = frozen.filter(({ blob }) => blob !== null);
  const bind = [made.map(({ id }) => id), made.map(({ blob }) => blob?.sha256)];
  const laid = await select(Laid, FREEZE, [packetId, round, ...bind], tx);
  for (const { kind, ...piece } of laid) await serverPiece(kind).laid?.({ ...piece, packetId }, tx);
}

const Kept = z.object({
  id: z.string(),
  kind: z.string(),
  name: z.string(),
  sha256: z.null(),
  url: z.string().nullable(),
  lookId: z.string().nullable()
});
const KEPT = `
  select id, kind, name, sha256, url, look_id as "lookId" from pieces where packet_id = $1 and sha256 is null`;

const FREEZE = `
  insert into round_pieces
    (packet_id, round_no, deliverable_id, kind, name, note, sha256, position, url, look_id, knowingly, captions,
      captions_sha256, printed, spot_sha256)
  select p.packet_id, $2, p.deliverable_id, p.kind, p.name, p.note, coalesce(p.sha256, f.sha256), p.position, p.url,
    p.look_id, p.knowingly, p.captions, p.captions_sha256, p.printed, p.spot_sha256
  from pieces p left join unnest($3::uuid[], $4::text[]) as f(id, sha256) on f.id = p.id where p.packet_id = $1
  returning id, kind, deliverable_id as "deliverableId"`;
const Laid = z.object({ id: z.string(), kind: z.string(), deliverableId: z.string().nullable() });
