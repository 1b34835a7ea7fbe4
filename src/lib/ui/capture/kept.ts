import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Passage } from '$core/recordings/passages';
import type { Handling } from '$core/scans/sheet';

/** A sheet that was photographed and is not a piece yet. */
export interface KeptSheet {
  id: string;
  /** Whose it is, and where it is meant to go. */
  owner: string;
  where: string;
  /** Its place among the others. */
  order: number;
  /** When it was photographed, in milliseconds since the epoch. */
  at: number;
  photo: Blob;
  width: number;
  height: number;
  handling: Handling;
}

/** A recording that was begun and is not a piece yet. */
export interface KeptTake {
  id: string;
  owner: string;
  where: string;
  at: number;
  /** What it shows: the voice, the camera, the screen. */
  show: string;
  mediaType: string;
  /** How long what is kept of it is, in seconds, as far as it was known when this was written. */
  seconds: number;
  /** What is kept of it, in its order. */
  passages: Passage[];
  /** What was kept before, the latest last. */
  earlier: Passage[][];
  /** The server's names for its files, where they are sent as they are made. */
  sent: Array<string | null>;
}

/** A stretch of a recording, as the recorder gave it: in their order they are one file. */
export interface KeptChunk {
  take: string;
  no: number;
  /** The file that it belongs to: a recording that is gone on with begins another one. */
  part: number;
  data: Blob;
}

export interface Kept extends DBSchema {
  sheets: { key: string; value: KeptSheet; indexes: { place: [string, string] } };
  takes: { key: string; value: KeptTake; indexes: { place: [string, string] } };
  chunks: { key: [string, number]; value: KeptChunk };
}

/** What nobody has come back to for so long is let go. */
const LONGEST = 30 * 24 * 60 * 60 * 1000;

let opened: Promise<IDBPDatabase<Kept>> | null = null;

/**
 * What was captured on this device and is not a piece yet, in the browser's own database (W3C Indexed Database).
 *
 * @throws where the browser keeps nothing, as some do in private windows
 */
export function kept(): Promise<IDBPDatabase<Kept>> {
  opened ??= open();
  opened.catch(() => (opened = null));
  return opened;
}

async function open(): Promise<IDBPDatabase<Kept>> {
  const database = await openDB<Kept>('vendro-captured', 1, {
    upgrade(made) {
      made.createObjectStore('sheets', { keyPath: 'id' }).createIndex('place', ['owner', 'where']);
      made.createObjectStore('takes', { keyPath: 'id' }).createIndex('place', ['owner', 'where']);
      made.createObjectStore('chunks', { keyPath: ['take', 'no'] });
    },
    terminated: () => (opened = null)
  });
  return database;
}

/** Lets go of what was begun a month ago. @param now milliseconds since the epoch */
export async function letGoOfOld(now: number): Promise<void> {
  const database = await kept();
  const before = now - LONGEST;
  const work = database.transaction(['sheets', 'takes', 'chunks'], 'readwrite');
  for await (const cursor of work.objectStore('sheets')) if (cursor.value.at < before) await cursor.delete();
  for await (const cursor of work.objectStore('takes'))
    if (cursor.value.at < before) {
      await work.objectStore('chunks').delete(chunksOf(cursor.value.id));
      await cursor.delete();
    }
  await work.done;
}

/** All chunks of a take. */
export const chunksOf = (take: string) => IDBKeyRange.bound([take, 0], [take, Number.MAX_SAFE_INTEGER]);
