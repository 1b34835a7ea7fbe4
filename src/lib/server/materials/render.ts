import { readFile, stat } from 'node:fs/promises';
import mammoth from 'mammoth';
import { MOST_UNPACKED } from '$core/materials/facts';
import { previewKind, type Preview } from '$core/materials/preview';
import { cleanBrief, renderBrief } from '../rich-text/brief';
import { unpacksWithin } from '../blobs/archive';
import type { FileOnDisk } from '../parsing/tasks';
import { headText } from '../reading/head-text';
import { officeOutline } from '../reading/office-outline';
import { sheetsOf, tableOf } from './tables';

/** Documents beyond this are not taken apart: their pictures would be held in memory. */
const DOCUMENT_BYTES = 20_000_000;
const UNPACKED_BYTES = 150_000_000;

/**
 * Makes of a file what a page can show in place, from its bytes alone.
 *
 * @throws where it is damaged, or costs too much
 */
export async function renderPreview(file: FileOnDisk): Promise<Preview> {
  const kind = previewKind(file);
  switch (kind) {
    case 'document':
      return documentPreview(file.path);
    case 'markdown':
      return { kind, html: await renderBrief((await headText(file.path)).text) };
    case 'table':
      return { kind, ...(await tableOf(file)) };
    case 'sheets':
      return { kind, sheets: await sheetsOf(file.path) };
    case 'text':
      return { kind, ...(await headText(file.path)) };
    case 'office':
      return (await unpacksWithin(file.path, MOST_UNPACKED))
        ? { kind: 'outline', ...(await officeOutline(file.path)) }
        : { kind: 'none' };
    default:
      return { kind };
  }
}

/** Pictures inside a document are left out: they would be data addresses of any size. */
async function documentPreview(path: string): Promise<Preview> {
  if ((await stat(path)).size > DOCUMENT_BYTES || !(await unpacksWithin(path, UNPACKED_BYTES))) return { kind: 'none' };
  const { value } = await mammoth.convertToHtml(
    { buffer: await readFile(path) },
    { convertImage: mammoth.images.imgElement(() => Promise.resolve({ src: '' })) }
  );
  return { kind: 'document', html: cleanBrief(value) };
}
