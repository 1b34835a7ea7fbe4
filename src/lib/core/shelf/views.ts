import type { Moment } from '../time/moment';

/** Where a file of the Shelf is used: in a packet that is being worked on, or in a round. */
export interface ShelfUse {
  assignmentId: string;
  title: string;
  course: string;
  /** The number of the newest round that holds it; null where only the working packet does. */
  round: number | null;
}

/** A file on the Shelf, in the version that is there now. */
export interface ShelfFile {
  id: string;
  name: string;
  folderId: string | null;
  /** The folder's name, with the one around it before it. */
  folder: string | null;
  version: number;
  size: number;
  mediaType: string;
  changedAt: Moment;
  binnedAt: Moment | null;
  uses: ShelfUse[];
}

export interface ShelfFolder {
  id: string;
  parentId: string | null;
  name: string;
  pinned: boolean;
  /** True for one that Vendro files by itself. */
  own: boolean;
  files: number;
}

/** Bytes: all that counts, and of these what only the bin and older versions hold. */
export interface ShelfQuota {
  used: number;
  binned: number;
  older: number;
  most: number;
}

/** Folders as they are listed: pinned ones first, then by name, each with those inside it after it. */
export function inOrder(folders: readonly ShelfFolder[]): Array<ShelfFolder & { depth: number }> {
  const known = new Set(folders.map(({ id }) => id));
  const inside = (parent: string | null, depth: number): Array<ShelfFolder & { depth: number }> =>
    folders
      .filter((one) => (parent === null ? one.parentId === null || !known.has(one.parentId) : one.parentId === parent))
      .sort((a, b) => Number(b.pinned) - Number(a.pinned) || a.name.localeCompare(b.name))
      .flatMap((one) => [{ ...one, depth }, ...inside(one.id, depth + 1)]);
  return inside(null, 0);
}
