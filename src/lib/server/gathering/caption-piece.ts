import type { Refusal } from '$core/packets/allowed';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { transcript, writeCaptions } from '$core/recordings/captions';
import { registerBlob } from '../blobs/register';
import { BlobRefused, type StoredBlob } from '../blobs/store';
import { storeText } from '../blobs/store-text';
import type { Outcome } from '../outcome';
import { parseApart } from '../parsing/pool';
import { arranging, type OnePiece } from './arranging';

/** Captions as they are kept: their words, and the bytes that are shown beside the recording. */
interface Kept {
  words: string;
  blob: StoredBlob;
}

/**
 * Says what is said in a recording of the student's own packet, or takes that away.
 *
 * @param captions WebVTT or SubRip, kept as WebVTT of ours; empty to have none
 */
export async function captionPiece(
  person: Actor,
  input: OnePiece & { captions: string }
): Promise<Outcome<object, Refusal | PieceRefusal>> {
  const kept = input.captions.trim() === '' ? null : await keep(input.captions);
  if (kept !== null && 'why' in kept) return { ok: false, why: kept.why };
  return arranging(person, input, async (piece, packet) => {
    const { mediaType = '' } = await piece.candidate();
    if (!/^(audio|video)\//.test(mediaType)) return { ok: false, why: 'nothing-to-caption' };
    if (kept) await registerBlob(kept.blob, packet.tx);
    await piece.update({ captions: kept?.words ?? null, captionsSha256: kept?.blob.sha256 ?? null });
    return { ok: true };
  });
}

async function keep(text: string): Promise<Kept | { why: PieceRefusal }> {
  const captions = await parseApart('captions', { text }).catch(() => null);
  if (captions === null) return { why: 'no-captions' };
  try {
    return { words: transcript(captions), blob: await storeText(writeCaptions(captions), 'text/vtt') };
  } catch (error) {
    if (error instanceof BlobRefused) return { why: error.why };
    throw error;
  }
}
