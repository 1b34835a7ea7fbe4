import { open } from 'node:fs/promises';
import { fileTypeFromFile } from 'file-type';
import { decodeText, encodingOf } from '$core/materials/text-encoding';

const HEAD = 8192;

/**
 * What a file is, read from its bytes. Names and what a browser claims are not asked.
 *
 * Binary formats are told by their signatures; bytes in an encoding of text are plain text; anything else is
 * `application/octet-stream`.
 */
export async function mediaTypeOf(path: string): Promise<string> {
  const { head, whole } = await headOf(path);
  // The mark of UTF-16 is also how a frame of sound may begin.
  if (isMarkedText(head, whole)) return 'text/plain';
  // A damaged container can make the reader throw; then its bytes say nothing that could be trusted.
  const known = await fileTypeFromFile(path).catch(() => undefined);
  if (known) return known.mime;
  return encodingOf(head, whole) === null ? 'application/octet-stream' : 'text/plain';
}

async function headOf(path: string): Promise<{ head: Buffer; whole: boolean }> {
  const file = await open(path);
  try {
    const { bytesRead, buffer } = await file.read(Buffer.alloc(HEAD), 0, HEAD, 0);
    return { head: buffer.subarray(0, bytesRead), whole: bytesRead < HEAD };
  } finally {
    await file.close();
  }
}

/** Letters that no writing has: controls, halves of pairs, and what is set aside for nobody. */
const NO_LETTER = /[\0-\x08\x0b\x0e-\x1f\ufffd\ufffe\uffff]|\p{Co}|\p{Cn}/u;

function isMarkedText(head: Buffer, whole: boolean): boolean {
  const marked = (head[0] === 0xff && head[1] === 0xfe) || (head[0] === 0xfe && head[1] === 0xff);
  return marked && head.length > 3 && !NO_LETTER.test(decodeText(head, whole));
}
