import { Readable } from 'node:stream';
import contentDisposition from 'content-disposition';
import { readBlob } from './blobs/store';
import { readRange } from './byte-range';
import type { FileAccess } from './packets/file-access';

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
 */
export function sendFile(file: FileAccess, request?: Request): Response {
  const range = readRange(request?.headers.get('range') ?? null, file.size);
  const headers: Record<string, string> = {
    ...SAFE,
    'content-type': file.mediaType,
    'content-disposition': contentDisposition(file.name),
    'accept-ranges': 'bytes'
  };
  if (range === 'unsatisfiable')
    return new Response(null, { status: 416, headers: { ...headers, 'content-range': `bytes */${file.size}` } });
  if (range === null)
    return new Response(stream(file), { headers: { ...headers, 'content-length': String(file.size) } });
  const { start, end } = range;
  return new Response(stream(file, range), {
    status: 206,
    headers: {
      ...headers,
      'content-length': String(end - start + 1),
      'content-range': `bytes ${start}-${end}/${file.size}`
    }
  });
}

function stream(file: FileAccess, range?: { start: number; end: number }): ReadableStream {
  return Readable.toWeb(readBlob(file.sha256, range)) as ReadableStream;
}
