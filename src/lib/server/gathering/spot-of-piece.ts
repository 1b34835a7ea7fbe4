import { z } from 'zod';
import type { Refusal } from '$core/packets/allowed';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { inspectBlob } from '../blobs/inspect';
import { withoutSpot } from '../blobs/without-spot';
import { select } from '../db/connection';
import { NotHere, type Outcome } from '../outcome';
import { arranging, type OnePiece } from './arranging';
import { leftOut } from './pieces';

/**
 * Whether a piece says where it was taken, as its student decides. It is left out unless they say otherwise; the file on
 * their Shelf keeps it either way.
 *
 * @throws NotHere where it is no piece of theirs, or says nothing of the kind
 */
export async function decideSpot(
  person: Actor,
  input: OnePiece & { spot: 'left-out' | 'in' }
): Promise<Outcome<object, Refusal | PieceRefusal>> {
  if (input.spot === 'in')
    return arranging(person, input, async (piece) => {
      if (piece.spotSha256 !== null) await piece.update({ sha256: piece.spotSha256, spotSha256: null });
      return { ok: true };
    });
  const [bytes] = await select(Bytes, BYTES, [input.pieceId]);
  const plain = bytes ? await withoutSpot(bytes) : null;
  if (!bytes || !plain) throw new NotHere('This piece');
  const answer = await arranging(person, input, async (piece, { tx }) => {
    if (piece.sha256 !== bytes.sha256) return { ok: true };
    const { sha256, spotSha256 } = await leftOut(bytes, plain, tx);
    await piece.update({ sha256, spotSha256 });
    return { ok: true };
  });
  await inspectBlob(plain);
  return answer;
}

const Bytes = z.object({ sha256: z.string(), size: z.number(), mediaType: z.string() });
const BYTES = `
  select b.sha256, b.size::float8 as size, b.media_type as "mediaType"
  from pieces p join blobs b on b.sha256 = p.sha256 where p.id = $1`;
