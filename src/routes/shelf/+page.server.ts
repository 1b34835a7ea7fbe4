import { randomUUID } from 'node:crypto';
import { error } from '@sveltejs/kit';
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
import { readFolders, readShelf } from '$server/shelf/read-shelf';
import { fileWords } from '../shared/file-words';
import { orNotFound, signedIn } from '../shared/guard';
import { respond } from '../shared/respond';
import { shelfQuery } from './query';
import type { Actions, RequestEvent } from './$types';

export const load = async ({ locals, url }) => {
  const person = signedIn(locals, url);
  const query = shelfQuery(url);
  const [{ files, more }, folders, quota] = await Promise.all([
    readShelf(person, query),
    readFolders(person),
    readQuota(person)
  ]);
  return { files, more, folders, quota, query, largest: config.maxFileBytes, key: randomUUID(), now: clock.now() };
};

const FileForm = z.object({ fileId: z.uuid() });
const FolderForm = z.object({ folderId: z.uuid() });
const FolderName = z.string().trim().min(1).max(120);

export const actions = {
  rename: (event) => act(event, FileForm.extend({ name: z.string().trim().min(1).max(1000) }), renameOnShelf),
  fileInto: (event) =>
    act(event, FileForm.extend({ folderId: z.union([z.literal('').transform(() => null), z.uuid()]) }), fileInto),
  bin: (event) => act(event, FileForm, binFile),
  restore: (event) => act(event, FileForm, restoreFile),
  copy: (event) => act(event, FileForm, copyOnShelf),
  dropOlder: (event) => act(event, FileForm, dropOlderVersions),
  emptyBin: (event) => act(event, z.object({}), emptyBin),
  createFolder: (event) => act(event, z.object({ name: FolderName }), createFolder),
  renameFolder: (event) => act(event, FolderForm.extend({ name: FolderName }), renameFolder),
  pin: (event) =>
    act(event, FolderForm.extend({ pinned: z.enum(['yes', 'no']).transform((said) => said === 'yes') }), pinFolder),
  removeFolder: (event) => act(event, FolderForm, removeFolder)
} satisfies Actions;

type Person = NonNullable<App.Locals['person']>;
type Change<T> = (
  person: Person,
  input: T
) => Promise<{ ok: true } | { ok: false; why: Parameters<typeof fileWords>[0] }>;

async function act<S extends z.ZodObject>(
  { locals, url, request }: RequestEvent,
  schema: S,
  change: Change<z.infer<S>>
) {
  const person = signedIn(locals, url);
  const form = schema.safeParse(Object.fromEntries(await request.formData()));
  if (!form.success) error(400, 'The form came without what it needs, so nothing was changed.');
  const back = url.pathname + url.search.replace(/[?&]\/\w+/, '');
  return respond(await orNotFound(change(person, form.data)), request, back, fileWords);
}
