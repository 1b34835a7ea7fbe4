import { open } from 'node:fs/promises';
import { fileTypeFromFile } from 'file-type';

const HEAD = 8192;

/**
 * What a file is, read from its bytes. Names and what a browser claims are not asked.
 *
 * Binary formats are told by their signatures; bytes that are valid UTF-8 without control characters are plain text;
 * anything else is `application/octet-stream`.
 */
export async function mediaTypeOf(path: string): Promise<string> {
  // A damaged container can make the reader throw; then its bytes say nothing that could be trusted.
  const known = await fileTypeFromFile(path).catch(() => undefined);
  if (known) return known.mime;
  return (await looksLikeText(path)) ? 'text/plain' : 'application/octet-stream';
}

async function looksLikeText(path: string): Promise<boolean> {
  const file = await open(path);
  try {
    const { bytesRead, buffer } = await file.read(Buffer.alloc(HEAD), 0, HEAD, 0);
    const head = buffer.subarray(0, bytesRead);
    if (head.includes(0)) return false;
    // `stream` lets a character be cut in two at the end of what was read.
    new TextDecoder('utf-8', { fatal: true }).decode(head, { stream: bytesRead === HEAD });
    return true;
  } catch {
    return false;
  } finally {
    await file.close();
  }
}
