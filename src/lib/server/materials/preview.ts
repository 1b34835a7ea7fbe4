import { readFile, stat } from 'node:fs/promises';
import mammoth from 'mammoth';
import { MOST_UNPACKED, troubleFact } from '$core/materials/facts';
import { previewKind, type Preview } from '$core/materials/preview';
import { briefFromMarkdown, cleanBrief } from '../assignments/brief';
import { unpacksWithin } from '../blobs/archive';
import { inspectBlob } from '../blobs/inspect';
import { blobPath } from '../blobs/store';
import { log } from '../log';
import { headText } from './head-text';
import { officePdf } from './office-pdf';
import { officeOutline } from './office-outline';
import { sheetsOf, tableOf } from './tables';

/** Documents beyond this are not taken apart: their pictures would be held in memory. */
const DOCUMENT_BYTES = 20_000_000;
const UNPACKED_BYTES = 150_000_000;

/** Makes of a file what a page can show in place. A file that cannot be read says so; it can still be downloaded. */
export async function previewOf(file: { name: string; mediaType: string; sha256: string }): Promise<Preview> {
  const kind = previewKind(file);
  try {
    const facts = await inspectBlob(file);
    // What is only cut off may show its beginning; what is locked or too large shows nothing and costs much.
    if (facts.trouble !== undefined && facts.trouble !== 'cut-off')
      return { kind: 'unreadable', words: troubleFact(facts) ?? undefined };
    switch (kind) {
      case 'document':
        return await documentPreview(file.sha256);
      case 'markdown':
        return { kind, html: briefFromMarkdown((await headText(file.sha256)).text) };
      case 'table':
        return { kind, ...(await tableOf(file)) };
      case 'sheets':
        return { kind, sheets: await sheetsOf(file.sha256) };
      case 'text':
        return { kind, ...(await headText(file.sha256)) };
      case 'office':
        return await officePreview(file);
      default:
        return { kind };
    }
  } catch (error) {
    log.info({ err: error, sha256: file.sha256 }, 'a preview could not be made');
    return { kind: 'unreadable' };
  }
}

/** Pictures inside a document are left out: they would be data addresses of any size. */
async function documentPreview(sha256: string): Promise<Preview> {
  const path = blobPath(sha256);
  if ((await stat(path)).size > DOCUMENT_BYTES || !(await unpacksWithin(path, UNPACKED_BYTES))) return { kind: 'none' };
  const { value } = await mammoth.convertToHtml(
    { buffer: await readFile(path) },
    { convertImage: mammoth.images.imgElement(() => Promise.resolve({ src: '' })) }
  );
  return { kind: 'document', html: cleanBrief(value) };
}

/** As pages where this machine can draw them, otherwise as an outline of its text. */
async function officePreview(file: { name: string; sha256: string }): Promise<Preview> {
  const path = blobPath(file.sha256);
  if (!(await unpacksWithin(path, MOST_UNPACKED))) return { kind: 'none' };
  const pdf = await officePdf(file);
  if (pdf.state === 'made') return { kind: 'as-pdf' };
  if (pdf.state === 'making') return { kind: 'making' };
  return { kind: 'outline', ...(await officeOutline(path)) };
}
