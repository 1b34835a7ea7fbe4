import type { DAVResultResponse, WebDAVClient } from 'webdav';
import type { StoreEntry } from '$core/shelf/outside';
import { parseApart } from '../../parsing/pool';

/** What answered is no listing of a folder, or one that is too long. */
export class NoListing extends Error {
  override name = 'NoListing';
}

/** The longest listing that is read, in bytes after unpacking: several thousand entries. */
const LONGEST = 4 * 1024 * 1024;

/**
 * What lies in a folder of a store (PROPFIND of depth 1, RFC 4918, section 9.1), read only up to a bound: whoever
 * connects a store decides what it answers.
 *
 * @param path within the store; `/` is where the store's address leads
 * @throws NoListing; otherwise what the client throws
 */
export async function listFolder(client: WebDAVClient, path: string, signal: AbortSignal): Promise<StoreEntry[]> {
  const folder = path.endsWith('/') ? path : `${path}/`;
  const headers = { Accept: 'application/xml', Depth: '1' };
  const answer = await client.customRequest(folder, { method: 'PROPFIND', headers, signal });
  const rows = await parsed(await textWithin(bodyOf(answer)));
  if (rows.length === 0) throw new NoListing('The listing is empty.');
  const placed = rows.map((row) => ({ row, path: pathOf(row) }));
  // One row, anywhere among them, is the folder itself: no path below it is as short.
  const own = Math.min(...placed.map(({ path }) => path.length));
  return placed.filter(({ path }) => path.length > own).map(({ row, path }) => entryOf(row, path, folder));
}

/** The client's own type of an answer leaves out that its body is a stream. */
function bodyOf(answer: unknown): AsyncIterable<Uint8Array> {
  return (answer as { body: AsyncIterable<Uint8Array> }).body;
}

async function textWithin(body: AsyncIterable<Uint8Array>): Promise<string> {
  const parts: Uint8Array[] = [];
  let size = 0;
  for await (const part of body) {
    size += part.length;
    if (size > LONGEST) throw new NoListing('The listing is too long.');
    parts.push(part);
  }
  return Buffer.concat(parts).toString('utf8');
}

async function parsed(xml: string): Promise<DAVResultResponse[]> {
  try {
    return (await parseApart('listing', { xml })) as DAVResultResponse[];
  } catch (error) {
    throw new NoListing('What came is no multistatus.', { cause: error });
  }
}

/** @param path the whole one that it has on its server */
function entryOf(row: DAVResultResponse, path: string, folder: string): StoreEntry {
  const props = row.propstat?.prop;
  const isFolder = typeof props?.resourcetype === 'object' && 'collection' in props.resourcetype;
  const name = path.replace(/\/$/, '').split('/').at(-1) ?? '';
  const at = Date.parse(String(props?.getlastmodified ?? ''));
  return {
    path: folder + name,
    name,
    kind: isFolder ? 'folder' : 'file',
    size: isFolder ? 0 : Number(props?.getcontentlength ?? 0) || 0,
    changedAt: Number.isNaN(at) ? null : at
  };
}

/** The path of a row; its address may be whole or only the path (section 8.3). */
function pathOf(row: DAVResultResponse): string {
  try {
    return decodeURIComponent(new URL(row.href, 'http://store').pathname);
  } catch (error) {
    throw new NoListing('An address in it cannot be read.', { cause: error });
  }
}
