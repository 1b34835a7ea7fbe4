import type { Moment } from '../time/moment';

/** Something in an outside store. */
export interface StoreEntry {
  /** Its whole path in the store, as the store writes it. */
  path: string;
  name: string;
  kind: 'folder' | 'file';
  /** Bytes; 0 for a folder. */
  size: number;
  changedAt: Moment | null;
}

export const STORE_TROUBLES = [
  'no-store-address',
  'store-password',
  'no-store-there',
  'gone',
  'slow',
  'unreachable',
  'private',
  'not-connected'
] as const;
/** Why a store did not answer as it should. */
export type StoreTrouble = (typeof STORE_TROUBLES)[number];

/** What happened, what was kept, what to do. */
export function storeTroubleWords(why: StoreTrouble): string {
  switch (why) {
    case 'no-store-address':
      return 'That is no web address. The settings of your store say which one its WebDAV address is.';
    case 'store-password':
      return 'The store does not know this name and password. Many stores want a password made for apps: make one there, then connect again.';
    case 'no-store-there':
      return 'Something answers at this address, but it is no store that speaks WebDAV. Look in its settings for the WebDAV address.';
    case 'gone':
      return 'This is no longer in the store: it was moved or taken away. Read the folder again.';
    case 'slow':
      return 'The store takes too long to answer. Nothing was changed; try again in a minute.';
    case 'unreachable':
      return 'The store could not be reached. Look whether its address is right and whether it is up, then try again.';
    case 'private':
      return 'This address works only inside a network, so the store cannot be reached from here.';
    case 'not-connected':
      return 'No store is connected. Connect one first.';
  }
}

/** As a store is looked through: folders by name, then files, the newest first. */
export function inStoreOrder(entries: readonly StoreEntry[]): StoreEntry[] {
  return [...entries].sort(
    (a, b) =>
      Number(b.kind === 'folder') - Number(a.kind === 'folder') ||
      (a.kind === 'folder' ? a.name.localeCompare(b.name) : (b.changedAt ?? 0) - (a.changedAt ?? 0)) ||
      a.name.localeCompare(b.name)
  );
}
