import type { SourceName } from '$core/materials/source';
import type { Actor } from '$core/people/policy';
import type { StoredFile } from '../blobs/stored-file';
import { noteViewed, openMaterial } from '../courses/materials';
import { foundFile, type Found } from '../materials/found';
import { NotHere } from '../outcome';
import { openVoice } from '../marking/voices';
import { findPiece } from '../packets/find-piece';
import { openOwnData } from '../own/own-data';
import { openShownFile } from '../portfolio/shown';
import { ownFile } from '../shelf/own-file';
import { openSaidFile } from '../threads/said-file';

/**
 * Finds what a person may look at or download. Every source of bytes answers here, and nothing else hands them out.
 *
 * @throws NotHere where there is nothing for this person
 */
export const find = (person: Actor, source: SourceName, id: string): Promise<Found> => FIND[source](person, id);

const FIND: Record<SourceName, (person: Actor, id: string) => Promise<Found>> = {
  pieces: (person, id) => findPiece(person, 'pieces', id),
  submitted: (person, id) => findPiece(person, 'submitted', id),
  returned: (person, id) => findPiece(person, 'returned', id),
  materials: async (person, id) => ({
    ...foundFile(await openMaterial(person, id)),
    looked: () => noteViewed(person, id)
  }),
  said: async (person, id) => foundFile(await openSaidFile(person, id)),
  voices: async (person, id) => foundFile(await openVoice(person, id)),
  portfolio: async (person, id) => foundFile(await openShownFile(person, id)),
  own: (person, id) => openOwnData(person, id),
  shelf: async (person, id) => foundFile(await ownFile(person, id))
};

/**
 * The bytes of what a person may read.
 *
 * @throws NotHere where there are none for this person
 */
export async function openFile(person: Actor, source: SourceName, id: string): Promise<StoredFile> {
  return bytesOf(await find(person, source, id));
}

/** @throws NotHere where there are none */
export function bytesOf({ file }: Found): StoredFile {
  if (!file) throw new NotHere('This file');
  return file;
}
