import type { Comparable } from '$core/rounds/comparable';
import { previewKind } from '$core/materials/preview';
import { soundPath } from '../blobs/sound';
import type { StoredFile } from '../blobs/stored-file';
import { parseApart } from '../parsing/pool';
import { isReadable, readDocument } from '../reading/read-document';

/** What of a file can be compared with another one: its words, its cells, or its picture. The caller may read it. */
export async function comparableOf(file: StoredFile): Promise<Comparable> {
  const kind = previewKind(file);
  try {
    if (kind === 'picture') return { kind };
    if (kind === 'table')
      return { kind, rows: (await parseApart('table', { path: await soundPath(file), name: file.name })).rows };
    if (file.mediaType === 'text/markdown')
      return { kind: 'text', text: await parseApart('page-spelled', { path: await soundPath(file) }) };
    if (kind === 'sheets') return { kind: 'table', rows: await allSheets(file.sha256) };
  } catch {
    // Damaged or too large to be read: the page says that it cannot be compared.
    return { kind: 'none' };
  }
  return isReadable(file) ? { kind: 'text', text: (await readDocument(file)).text } : { kind: 'none' };
}

/** Every sheet one after another, each under its name. */
async function allSheets(sha256: string): Promise<string[][]> {
  const sheets = await parseApart('sheets', { path: await soundPath({ sha256, size: null }) });
  return sheets.flatMap(({ name, rows }) => (sheets.length > 1 ? [[name], ...rows] : rows));
}
