import { Readable } from 'node:stream';
import contentDisposition from 'content-disposition';
import { readBlob } from './blobs/store';
import type { FileAccess } from './packets/file-access';

/**
 * A stored file as a download. Uploads are never served as pages: always an attachment (RFC 6266), never sniffed, and
 * sandboxed should a browser show it all the same.
 */
export function sendFile(file: FileAccess): Response {
  const body = Readable.toWeb(readBlob(file.sha256)) as ReadableStream;
  return new Response(body, {
    headers: {
      'content-type': file.mediaType,
      'content-length': String(file.size),
      'content-disposition': contentDisposition(file.name),
      'content-security-policy': "sandbox; default-src 'none'",
      'x-content-type-options': 'nosniff',
      'cross-origin-resource-policy': 'same-origin',
      'cache-control': 'private, no-store'
    }
  });
}
