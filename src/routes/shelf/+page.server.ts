import { topics } from '$core/live/topics';
import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { config } from '$server/config';
import { clock } from '$server/clock';
import {
  binFile,
  createFolder,
  dropOlderVersions,
  emptyBin,
  fileInto,
  pinFolder,
  removeFolder,
  renameFolder,
  renameOnShelf,
  restoreFile
} from '$server/shelf/arrange-shelf';
import { copyOnShelf } from '$server/shelf/copy-file';
import { readQuota } from '$server/shelf/quota';
import { receiveOnShelf } from '$server/shelf/receive-on-shelf';
import { readFolders, readShelf } from '$server/shelf/read-shelf';
import { action, streamedAction } from '../shared/action';
import { signedIn } from '../shared/guard';
import { shelfQuery } from './query';
import type { Actions } from './$types';
import { shows } from '../shared/shows';

export const load = async ({ locals, url, depends }) => {
  const person = signedIn(locals, url);
  const query = shelfQuery(url);
  const [{ files, more }, folders, quota] = await Promise.all([
    readShelf(person, query),
    readFolders(person),
    readQuota(person)
  ]);
  const live = shows(depends, topics.shelf, topics.work);
  return {
    ...live,
    files,
    more,
    folders,
    quota,
    query,
    largest: config.maxFileBytes,
    key: randomUUID(),
    now: clock.now()
  };
};

const FileForm = z.object({ fileId: z.uuid() });
const FolderForm = z.object({ folderId: z.uuid() });
const FolderName = z.string().trim().min(1).max(120);

export const actions = {
  put: streamedAction((person, request) => receiveOnShelf(person, request)),
  rename: action(FileForm.extend({ name: z.string().trim().min(1).max(1000) }), renameOnShelf),
  fileInto: action(FileForm.extend({ folderId: z.union([z.literal('').transform(() => null), z.uuid()]) }), fileInto),
  bin: action(FileForm, binFile),
  restore: action(FileForm, restoreFile),
  copy: action(FileForm, copyOnShelf),
  dropOlder: action(FileForm, dropOlderVersions),
  emptyBin: action(z.object({}), emptyBin),
  createFolder: action(z.object({ name: FolderName }), createFolder),
  renameFolder: action(FolderForm.extend({ name: FolderName }), renameFolder),
  pin: action(FolderForm.extend({ pinned: z.enum(['yes', 'no']).transform((said) => said === 'yes') }), pinFolder),
  removeFolder: action(FolderForm, removeFolder)
} satisfies Actions;
