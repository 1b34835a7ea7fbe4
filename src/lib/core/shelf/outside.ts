import type { Moment } from '../time/moment';

/** Something in an outside store. */
export interface StoreEntry {
  /** Its whole path in the store, as the store writes it. */
  path: string;
  name: string;
  kind: 'folder' | 'file';
  /** Bytes; 0 for a folder, null where the store does not say. */
  size: number | null;
  changedAt: Moment | null;
}

export const STORE_TROUBLES = [
  'no-store-address',
  'store-password',
  'store-forbids',
  'store-full-of-names',
  'store-error',
  'store-name',
  'store-certificate',
  'store-not-now',
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
    case 'store-forbids':
      return 'The store knows you, and does not let you see this. Whoever keeps the store can say why.';
    case 'store-full-of-names':
      return 'This folder lists more than can be read from here. Put what you need into a folder of its own there, then open that.';
    case 'store-error':
      return 'The store says that it has a trouble of its own. Nothing is wrong with what you wrote: try again later, or ask whoever keeps the store.';
    case 'store-name':
      return 'No store has this name on the internet. Look whether its address is written right.';
    case 'store-certificate':
      return 'The store does not prove who it is: its certificate is out of date or made out for another. Whoever keeps the store has to renew it.';
    case 'store-not-now':
      return 'Too much is being read on our side at the moment. Try again in a minute.';
    case 'no-store-there':
      return 'Something answers at this address, but it is no store that speaks WebDAV. Look in its settings for the WebDAV address.';
    case 'gone':
      return 'This is no longer in the store: it was moved or taken away. Read the folder again.';
    case 'slow':
      return 'The store takes too long to answer. Nothing was changed; try again in a minute.';
    case 'unreachable':
      return 'Nothing answers at the store’s address. Look whether it is written right and whether the store is up, then try again.';
    case 'private':
      return 'This address lies inside a network, where this Vendro does not go unless whoever runs it allows that (setting VENDRO_REACH). Ask them, and name the address.';
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

/** Names that are shown of a folder at once. */
export const AT_ONCE = 200;

/** The stretch of a folder that is shown: what has the words in its name, from some place on. */
export function stretchOf(
  entries: readonly StoreEntry[],
  { named, from }: { named: string; from: number }
): { entries: StoreEntry[]; of: number; next: number | null } {
  const words = named.toLocaleLowerCase('en').trim();
  const found = words === '' ? entries : entries.filter(({ name }) => name.toLocaleLowerCase('en').includes(words));
  const next = from + AT_ONCE < found.length ? from + AT_ONCE : null;
  return { entries: found.slice(from, from + AT_ONCE), of: found.length, next };
}
