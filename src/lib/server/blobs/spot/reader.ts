import type { FileHandle } from 'node:fs/promises';

/** Reads a stretch of a file. Shorter than asked for where the file ends. */
export type ReadAt = (at: number, length: number) => Promise<Buffer>;

export const readerOf =
  (file: FileHandle): ReadAt =>
  async (at, length) => {
    const { bytesRead, buffer } = await file.read(Buffer.alloc(length), 0, length, at);
    return buffer.subarray(0, bytesRead);
  };

/** The longest stretch of notes inside a picture that is read, in bytes. */
export const LONGEST_NOTE = 8 * 1024 * 1024;
