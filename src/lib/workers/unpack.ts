/// <reference lib="webworker" />
/**
 * Reads a ZIP by its central directory: the hash of each file as it streams past, and the text of the signed receipt.
 * Nothing else is kept in memory, so a bag may be as large as it likes.
 */
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { BlobReader, configure, TextWriter, ZipReader, type FileEntry } from '@zip.js/zip.js';

/** The signed receipt is text of a few thousand letters; more than this is none. */
const LONGEST_RECEIPT = 4_000_000;
const MOST_FILES = 10_000;

export type Unpacked = { ok: true; files: Array<{ path: string; sha256: string }>; jws: string | null } | { ok: false };

// This is a worker already.
configure({ useWebWorkers: false });

self.onmessage = async ({ data }: MessageEvent<Blob>) => {
  try {
    self.postMessage(await read(data));
  } catch {
    self.postMessage({ ok: false } satisfies Unpacked);
  }
};

async function read(zip: Blob): Promise<Unpacked> {
  const reader = new ZipReader(new BlobReader(zip));
  const entries = (await reader.getEntries()).filter((entry): entry is FileEntry => !entry.directory);
  if (entries.length > MOST_FILES) return { ok: false };
  const files: Array<{ path: string; sha256: string }> = [];
  let jws: string | null = null;
  for (const entry of entries) {
    // Told from the bag's own folder on.
    const path = entry.filename.slice(entry.filename.indexOf('/') + 1);
    files.push({ path, sha256: await hashOf(entry) });
    if (path === 'receipt.jws' && entry.uncompressedSize < LONGEST_RECEIPT) jws = await entry.getData(new TextWriter());
  }
  await reader.close();
  return { ok: true, files, jws };
}

async function hashOf(entry: FileEntry): Promise<string> {
  const hash = sha256.create();
  await entry.getData(
    new WritableStream<Uint8Array>({
      write(part) {
        hash.update(part);
      }
    })
  );
  return bytesToHex(hash.digest());
}
