import { z } from 'zod';
import type { Refusal } from '$core/packets/allowed';
import { KINDS } from '$core/pieces/kinds';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { select } from '../db/connection';
import { Piece } from '../db/models/packets';
import { NotHere, type Outcome } from '../outcome';
import { serverPiece } from '../pieces/registry';
import { withPacket, type OpenPacket } from '../packets/open-packet';
import { layPiece, letGo } from './pieces';
import { placeProblem } from '../packets/place';

export const Restoring = z.object({
  round: z.coerce.number().int().positive(),
  /** One piece of it; left out for all of them, in place of what lies in the packet now. */
  pieceId: z.uuid().optional()
});

/**
 * Puts pieces of an earlier round back into the working packet: one beside what is there, or the whole round in place of
 * it. What leaves the packet stays on the Shelf. Nothing is put back where one piece does not fit any more.
 */
export async function restorePieces(
  person: Actor,
  input: { assignmentId: string } & z.input<typeof Restoring>
): Promise<Outcome<{ restored: number }, Refusal | PieceRefusal>> {
  const { round, pieceId } = Restoring.parse(input);
  const address = { assignmentId: input.assignmentId, own: true } as const;
  return withPacket(person, address, 'work-on-own-packet', null, async (packet) => {
    const pieces = await select(RoundPiece, ROUND_PIECES, [packet.id, round, pieceId ?? null], packet.tx);
    if (pieces.length === 0) throw new NotHere('This round');
    return pieceId === undefined ? restoreAll(packet, pieces) : restoreOne(packet, pieces);
  });
}

type Restored = Outcome<{ restored: number }, Refusal | PieceRefusal>;

async function restoreAll(packet: OpenPacket, pieces: RoundPiece[]): Promise<Restored> {
  // Even of an empty packet it is asked: what cannot be worked on cannot be restored either.
  const current = await Piece.findAll({ where: { packetId: packet.id }, transaction: packet.tx });
  for (const piece of current) {
    const gone = await letGo(packet, piece);
    if (!gone.ok) return gone;
  }
  for (const piece of pieces) {
    const laid = await layPiece(packet, piece);
    if (!laid.ok) return laid;
  }
  return { ok: true, restored: pieces.length };
}

async function restoreOne(packet: OpenPacket, [piece]: RoundPiece[]): Promise<Restored> {
  if (!piece) throw new NotHere('This piece');
  const { size, mediaType } = piece;
  const bytes = size === null || mediaType === null ? null : { size, mediaType };
  const candidate = serverPiece(piece.kind).candidate(piece, bytes);
  const problem = await placeProblem(packet, piece.deliverableId, candidate);
  if (problem) return { ok: false, why: problem };
  const laid = await layPiece(packet, piece);
  return laid.ok ? { ok: true, restored: 1 } : laid;
}

const RoundPiece = z.object({
  deliverableId: z.string().nullable(),
  kind: z.enum(KINDS),
  name: z.string(),
  note: z.string(),
  sha256: z.string().nullable(),
  spotSha256: z.string().nullable(),
  url: z.string().nullable(),
  lookId: z.string().nullable(),
  knowingly: z.boolean(),
  captions: z.string().nullable(),
  captionsSha256: z.string().nullable(),
  size: z.number().nullable(),
  mediaType: z.string().nullable()
});
type RoundPiece = z.infer<typeof RoundPiece>;

const ROUND_PIECES = `
  select p.deliverable_id as "deliverableId", p.kind, p.name, p.note,
    case when p.url is null then p.sha256 end as sha256, p.spot_sha256 as "spotSha256", p.url, p.look_id as "lookId", p.knowingly,
    p.captions, p.captions_sha256 as "captionsSha256", b.size::float8 as size, b.media_type as "mediaType"
  from round_pieces p left join blobs b on b.sha256 = p.sha256
  where p.packet_id = $1 and p.round_no = $2 and ($3::uuid is null or p.id = $3) order by p.position, p.id`;
