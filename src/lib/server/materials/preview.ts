import { readFile, stat } from 'node:fs/promises';
import { parse } from 'csv-parse';
import mammoth from 'mammoth';
import { previewKind, type Preview } from '$core/materials/preview';
import { briefFromMarkdown, cleanBrief } from '../assignments/brief';
import { blobPath, readBlob } from '../blobs/store';
import { log } from '../log';

/** Text beyond this is read as a download. */
const TEXT_BYTES = 200_000;
const ROWS = 200;
const COLUMNS = 40;
/** Documents beyond this are not taken apart: their pictures would be held in memory. */
const DOCUMENT_BYTES = 20_000_000;

/** Makes of a file what a page can show in place. A file that cannot be read says so; it can still be downloaded. */
export async function previewOf(file: { name: string; mediaType: string; sha256: string }): Promise<Preview> {
  const kind = previewKind(file);
  try {
    switch (kind) {
      case 'document':
        return await documentPreview(file.sha256);
      case 'markdown':
        return { kind, html: briefFromMarkdown((await head(file.sha256)).text) };
      case 'table':
        return { kind, ...(await tablePreview(file)) };
      case 'text':
        return { kind, ...(await head(file.sha256)) };
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
  if ((await stat(path)).size > DOCUMENT_BYTES) return { kind: 'none' };
  const { value } = await mammoth.convertToHtml(
    { buffer: await readFile(path) },
    { convertImage: mammoth.images.imgElement(() => Promise.resolve({ src: '' })) }
  );
  return { kind: 'document', html: cleanBrief(value) };
}

async function head(sha256: string): Promise<{ text: string; more: boolean }> {
  const chunks: Buffer[] = [];
  for await (const chunk of readBlob(sha256, { start: 0, end: TEXT_BYTES })) chunks.push(chunk as Buffer);
  const bytes = Buffer.concat(chunks);
  return { text: new TextDecoder().decode(bytes.subarray(0, TEXT_BYTES)), more: bytes.length > TEXT_BYTES };
}

/** The first rows of a CSV file (RFC 4180). What separates its fields is read from its first line. */
async function tablePreview({ sha256, name }: { sha256: string; name: string }) {
  const { text, more: cut } = await head(sha256);
  const [line = ''] = text.split('\n', 1);
  const tabs = name.toLowerCase().endsWith('.tsv') || line.includes('\t');
  const delimiter = tabs ? '\t' : line.split(';').length > line.split(',').length ? ';' : ',';
  const rows: string[][] = [];
  const parser = parse(text, { delimiter, relaxColumnCount: true, relaxQuotes: true, to: ROWS + 1, bom: true });
  for await (const row of parser) rows.push((row as string[]).slice(0, COLUMNS));
  return { rows: rows.slice(0, ROWS), more: cut || rows.length > ROWS };
}
