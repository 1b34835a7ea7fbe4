import type { Refusal } from '$core/packets/allowed';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { openPlace, type StarterPlace } from '../assignments/starter';
import { BlobRefused } from '../blobs/store';
import type { Outcome } from '../outcome';
import { broughtFrom, type Incoming, type Text } from './bring-text';

/** Reads a document of a teacher's so that a starter can be made of it. Its pictures stay in the document. */
export async function textForStarter(
  person: Actor,
  at: StarterPlace,
  coming: Incoming
): Promise<Outcome<{ text: Text }, Refusal | PieceRefusal>> {
  await openPlace(person, at);
  try {
    return await broughtFrom(person, coming, () => Promise.resolve({ ok: false, why: 'no-picture' }));
  } catch (error) {
    if (error instanceof BlobRefused) return { ok: false, why: error.why };
    throw error;
  }
}
