import type { DAVResultResponse } from 'webdav';
import type { StoreEntry } from '$core/shelf/outside';
import { NotNow, TooCostly } from '../../parsing/limits';
import { parseApart } from '../../parsing/pool';
import { askStore, type DavAccount } from './dav';

/** What answered is no listing of a folder. */
export class NoListing extends Error {
  override name = 'NoListing';
}

/** A listing of more than can be read. */
export class ListingTooLong extends Error {
  override name = 'ListingTooLong';
}

/** The longest listing that is read, in bytes: some ten thousand entries with all that servers say of each. */
const LONGEST = 24 * 1024 * 1024;

/**
 * What lies in a folder of a store (PROPFIND of depth 1, RFC 4918, section 9.1), read only up to a bound: whoever
 * connects a store decides what it answers.
 *
 * @param path within the store; `/` is where the store's address leads
 * @throws NoListing, ListingTooLong, NotNow; otherwise what asking throws
 */
export async function listFolder(account: DavAccount, path: string, signal: AbortSignal): Promise<StoreEntry[]> {
  const folder = path.endsWith('/') ? path : `${path}/`;
  const rows = await rowsOf(account, folder, '1', signal);
  const placed = rows.map((row) => ({ row, parts: partsOf(row) }));
  // One row, anywhere among them, is the folder itself: no path below it is as short.
  const own = Math.min(...placed.map(({ parts }) => parts.length));
  return placed
    .filter(({ parts }) => parts.length > own)
    .flatMap(({ row, parts }) => {
      const name = parts.at(-1) ?? '';
      // A name that would lead elsewhere is no name of a file.
      return /^\.{0,2}$|[/\\\0]/.test(name) ? [] : [entryOf(row, name, folder)];
    });
}

/** What a store says of one file. @throws as `listFolder` */
export async function lookAtFile(account: DavAccount, path: string, signal: AbortSignal): Promise<StoreEntry> {
  const [row] = await rowsOf(account, path, '0', signal);
  if (!row) throw new NoListing('Nothing is said of it.');
  return entryOf(row, path.split('/').at(-1) ?? '', path.replace(/[^/]*$/, ''));
}

async function rowsOf(
  account: DavAccount,
  path: string,
  depth: '0' | '1',
  signal: AbortSignal
): Promise<DAVResultResponse[]> {
  const answer = await askStore(account, { method: 'PROPFIND', path, depth, signal });
  const rows = await parsed(await textWithin(answer));
  if (rows.length === 0) throw new NoListing('The listing is empty.');
  return rows;
}

async function textWithin(body: AsyncIterable<Uint8Array>): Promise<string> {
  const parts: Uint8Array[] = [];
  let size = 0;
  for await (const part of body) {
    size += part.length;
    if (size > LONGEST) throw new ListingTooLong('The listing is too long.');
    parts.push(part);
  }
  return Buffer.concat(parts).toString('utf8');
}

async function parsed(xml: string): Promise<DAVResultResponse[]> {
  try {
    return (await parseApart('listing', { xml })) as DAVResultResponse[];
  } catch (error) {
    // That we are busy is not the store's fault.
    if (error instanceof NotNow) throw error;
    if (error instanceof TooCostly) throw new ListingTooLong('The listing costs too much.', { cause: error });
    throw new NoListing('What came is no multistatus.', { cause: error });
  }
}

function entryOf(row: DAVResultResponse, name: string, folder: string): StoreEntry {
  const props = row.propstat?.prop;
  const isFolder = typeof props?.resourcetype === 'object' && 'collection' in props.resourcetype;
  const at = Date.parse(String(props?.getlastmodified ?? ''));
  const length = Number(props?.getcontentlength ?? Number.NaN);
  return {
    path: folder + name,
    name,
    kind: isFolder ? 'folder' : 'file',
    size: isFolder ? 0 : Number.isNaN(length) ? null : length,
    changedAt: Number.isNaN(at) ? null : at
  };
}

/** The parts of a row's path, each decoded by itself; its address may be whole or only the path (section 8.3). */
function partsOf(row: DAVResultResponse): string[] {
  try {
    // Not read as an address: that would follow what leads up in it, and some servers leave # and ? in names as they are.
    const path = row.href.replace(/^[a-z][a-z0-9+.-]*:\/\/[^/]*/i, '');
    return path.split('/').filter(Boolean).map(decodeURIComponent);
  } catch (error) {
    throw new NoListing('An address in it cannot be read.', { cause: error });
  }
}
