import type { Refusal } from '$core/packets/allowed';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { canAddFile } from '../gathering/pieces';
import type { Outcome } from '../outcome';
import { ownFile } from '../shelf/own-file';
import { ownFolder } from '../shelf/own-folder';
import type { UploadMetadata } from './records';

/**
 * Whether what an upload is bound for takes it, before anything of it is kept.
 *
 * @throws NotHere for files, folders and places that are not theirs; all of them answer alike
 */
export async function askBoundFor(
  person: Actor,
  about: UploadMetadata,
  file: { name: string; size: number }
): Promise<Outcome<object, Refusal | PieceRefusal>> {
  if (about.replaces) await ownFile(person, about.replaces);
  if (about.folder) await ownFolder(person, about.folder);
  if (about.assignment === undefined || about.assignment === null) return { ok: true };
  const place = { assignmentId: about.assignment, deliverableId: about.deliverable ?? null };
  return canAddFile(person, place, file, about.instead?.length);
}
