import { keepableName, withEnding } from '$core/pieces/names';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { z } from 'zod';
import { clock } from '../clock';
import { execute, inTransaction, select, type Tx } from '../db/connection';
import { publish } from '../live/publish';
import type { Outcome } from '../outcome';
import { ownFile, type OwnFile } from './own-file';
import { ownFolder } from './own-folder';

type OneFile = { fileId: string };

/** Renames a file on the Shelf; its ending stays. Pieces that were taken from it keep the name that they have. */
export function renameOnShelf(
  person: Actor,
  input: OneFile & { name: string }
): Promise<Outcome<object, PieceRefusal>> {
  return changing(person, input.fileId, async (file, tx) => {
    const name = keepableName(withEnding(input.name, file.name));
    if (name === null) return { ok: false, why: 'name-too-long' };
    await execute('update shelf_files set name = $2 where id = $1', [file.id, name], tx);
    return { ok: true };
  });
}

/** Puts a file into a folder of one's own, or out of all. */
export function fileInto(
  person: Actor,
  input: OneFile & { folderId: string | null }
): Promise<Outcome<object, PieceRefusal>> {
  return changing(person, input.fileId, async (file, tx) => {
    if (input.folderId !== null) await ownFolder(person, input.folderId, tx);
    await execute('update shelf_files set folder_id = $2 where id = $1', [file.id, input.folderId], tx);
    return { ok: true };
  });
}

/** Puts a file into the bin. Packets and rounds that hold it keep it. */
export function binFile(person: Actor, input: OneFile): Promise<Outcome<object, PieceRefusal>> {
  return changing(person, input.fileId, async (file, tx) => {
    await execute('update shelf_files set binned_at = $2 where id = $1', [file.id, new Date(clock.now())], tx);
    return { ok: true };
  });
}

/** Takes a file out of the bin again, to where it lay. */
export function restoreFile(person: Actor, input: OneFile): Promise<Outcome<object, PieceRefusal>> {
  return changing(person, input.fileId, async (file, tx) => {
    await execute('update shelf_files set binned_at = null where id = $1', [file.id], tx);
    return { ok: true };
  });
}

/** Empties the bin for good. The bytes of what packets and rounds hold stay with them. */
export async function emptyBin(person: Actor): Promise<{ ok: true }> {
  return inTransaction(async (tx) => {
    await execute('delete from shelf_files where owner_id = $1 and binned_at is not null', [person.id], tx);
    await publish({ what: 'shelf', personId: person.id }, tx);
    return { ok: true };
  });
}

/** Forgets all versions of a file but the one that is there now, to make room. */
export function dropOlderVersions(person: Actor, input: OneFile): Promise<Outcome<object, PieceRefusal>> {
  return changing(person, input.fileId, async (file, tx) => {
    await execute('delete from shelf_versions where file_id = $1 and no < $2', [file.id, file.version], tx);
    return { ok: true };
  });
}

/** Makes a folder of one's own. */
export async function createFolder(person: Actor, input: { name: string }): Promise<{ ok: true; id: string }> {
  const [made] = await select(
    z.object({ id: z.string() }),
    'insert into shelf_folders (owner_id, name, created_at) values ($1, $2, $3) returning id',
    [person.id, input.name, new Date(clock.now())]
  );
  await publish({ what: 'shelf', personId: person.id });
  return { ok: true, id: made?.id ?? '' };
}

/** Renames a folder. */
export async function renameFolder(person: Actor, input: { folderId: string; name: string }): Promise<{ ok: true }> {
  return inTransaction(async (tx) => {
    await ownFolder(person, input.folderId, tx);
    await execute('update shelf_folders set name = $2 where id = $1', [input.folderId, input.name], tx);
    return { ok: true };
  });
}

/** Keeps a folder at the top, or lets it go back among the others. */
export async function pinFolder(person: Actor, input: { folderId: string; pinned: boolean }): Promise<{ ok: true }> {
  return inTransaction(async (tx) => {
    await ownFolder(person, input.folderId, tx);
    await execute('update shelf_folders set pinned = $2 where id = $1', [input.folderId, input.pinned], tx);
    return { ok: true };
  });
}

/** Takes a folder away. What lay in it lies outside of all folders then; nothing of it is lost. */
export async function removeFolder(person: Actor, input: { folderId: string }): Promise<{ ok: true }> {
  return inTransaction(async (tx) => {
    await ownFolder(person, input.folderId, tx);
    await execute('update shelf_folders set parent_id = null where parent_id = $1', [input.folderId], tx);
    await execute('delete from shelf_folders where id = $1', [input.folderId], tx);
    await publish({ what: 'shelf', personId: person.id }, tx);
    return { ok: true };
  });
}

function changing<T extends { ok: boolean }>(
  person: Actor,
  fileId: string,
  work: (file: OwnFile, tx: Tx) => Promise<T>
): Promise<T> {
  return inTransaction(async (tx) => {
    const answer = await work(await ownFile(person, fileId, tx), tx);
    await publish({ what: 'shelf', personId: person.id }, tx);
    return answer;
  });
}
