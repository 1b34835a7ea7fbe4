import { Readable } from 'node:stream';
import contentDisposition from 'content-disposition';
import { BlobDamaged, DAMAGED_WORDS } from './damage';
import { openSound } from './sound';
import { readRange } from './byte-range';
import type { StoredFile } from './stored-file';

const SAFE = {
  'content-security-policy': "sandbox; default-src 'none'",
  'x-content-type-options': 'nosniff',
  'cross-origin-resource-policy': 'same-origin',
  'cache-control': 'private, no-store'
};

/**
 * A stored file as a download. Uploads are never served as pages: always an attachment (RFC 6266), never sniffed, and
 * sandboxed should a browser show it all the same. Pictures, sound and film play inside our own pages nonetheless.
 *
 * @param request its `Range` (RFC 9110, 14.2) is honoured where it asks for one stretch, so that film can be sought in and
 *                a long PDF opened at its middle
 * @returns 503 with words where the stored bytes are damaged
 */
export async function sendFile(file: StoredFile, request?: Request): Promise<Response> {
  const range = readRange(request?.headers.get('range') ?? null, file.size);
  const headers: Record<string, string> = {
    ...SAFE,
    'content-type': file.mediaType,
    'content-disposition': contentDisposition(file.name),
    'accept-ranges': 'bytes'
  };
  if (range === 'unsatisfiable')
    return new Response(null, { status: 416, headers: { ...headers, 'content-range': `bytes */${file.size}` } });
  try {
    const body = Readable.toWeb(await openSound(file, range)) as ReadableStream;
    if (range === null) return new Response(body, { headers: { ...headers, 'content-length': String(file.size) } });
    const { start, end } = range;
    return new Response(body, {
      status: 206,
      headers: {
        ...headers,
        'content-length': String(end - start + 1),
        'content-range': `bytes ${start}-${end}/${file.size}`
      }
    });
  } catch (error) {
    if (error instanceof BlobDamaged) return damaged();
    throw error;
  }
}

const damaged = () =>
  new Response(`${DAMAGED_WORDS}\n`, {
    status: 503,
    headers: { ...SAFE, 'content-type': 'text/plain; charset=utf-8' }
  });
