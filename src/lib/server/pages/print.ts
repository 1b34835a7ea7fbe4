import { createHash } from 'node:crypto';
import { Readable } from 'node:stream';
import { z } from 'zod';
import { pictureName } from '$core/pages/picture-name';
import type { SetAs } from '$core/pages/set-as';
import { registerBlob } from '../blobs/register';
import { soundPath } from '../blobs/sound';
import { storeBlob, type StoredBlob } from '../blobs/store';
import type { StoredFile } from '../blobs/stored-file';
import { clock } from '../clock';
import { execute, inTransaction, select } from '../db/connection';
import { parseApart } from '../parsing/pool';
import type { PageForm } from '../parsing/tasks';

export type Form = PageForm['form'];

const TYPES: Record<Form, string> = {
  pdf: 'application/pdf',
  html: 'text/html',
  docx: 'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
  pptx: 'application/vnd.openxmlformats-officedocument.presentationml.presentation',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  csv: 'text/csv',
  svg: 'image/svg+xml',
  png: 'image/png'
};

/** By which a form of a page is found again: its bytes can be the same where its name or how it is set is not. */
export const howOf = (name: string, set: SetAs): string =>
  createHash('sha256')
    .update(JSON.stringify([titleOf(name), set.serif, set.spacing, set.room === true]))
    .digest('hex')
    .slice(0, 16);

/**
 * A page in a form in which it travels, made once for its bytes, its name and how it is set.
 *
 * @param page its Markdown
 * @throws TooCostly, NotNow as parsing does; BlobRefused where the disk is almost full
 */
export async function formOf(page: StoredFile, form: Form, set: SetAs): Promise<StoredFile> {
  const how = howOf(page.name, set);
  const name = `${titleOf(page.name)}.${form}`;
  const [known] = await select(Blob, KNOWN, [page.sha256, form, how]);
  if (known) return { ...known, name };
  const made = await make(page, form, set);
  await inTransaction(async (tx) => {
    await registerBlob(made.blob, tx);
    await execute(NOTE, [page.sha256, form, how, made.blob.sha256, made.sheets], tx);
  });
  return { ...made.blob, name };
}

async function make(
  page: StoredFile,
  form: Form,
  { serif, spacing, room = false }: SetAs
): Promise<{ blob: StoredBlob; sheets: number | null }> {
  const pictures = await select(Picture, PICTURES, [page.sha256]);
  const { bytes, sheets } = await parseApart('page-form', {
    ...{ path: await soundPath(page), form, title: titleOf(page.name), serif, spacing, room, at: clock.now() },
    pictures: await Promise.all(
      pictures.map(async ({ sha256, size, mediaType }) => ({
        name: pictureName({ sha256, mediaType }),
        path: await soundPath({ sha256, size })
      }))
    )
  });
  const blob = { ...(await storeBlob(Readable.from([Buffer.from(bytes)]))), mediaType: TYPES[form] };
  return { blob, sheets };
}

const titleOf = (name: string) => name.replace(/\.md$/i, '');

const Blob = z.object({ sha256: z.string(), size: z.number(), mediaType: z.string() });
const KNOWN = `
  select b.sha256, b.size::float8 as size, b.media_type as "mediaType"
  from blob_forms f join blobs b on b.sha256 = f.made_sha256 where f.sha256 = $1 and f.form = $2 and f.how = $3`;
const NOTE = `
  insert into blob_forms (sha256, form, how, made_sha256, sheets) values ($1, $2, $3, $4, $5) on conflict do nothing`;
const Picture = Blob;
const PICTURES = `
  select b.sha256, b.size::float8 as size, b.media_type as "mediaType"
  from blob_pictures i join blobs b on b.sha256 = i.picture_sha256 where i.sha256 = $1`;
