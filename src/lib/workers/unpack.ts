/// <reference lib="webworker" />
/**
 * Reads a ZIP by its central directory: the hash of each file as it streams past, and the text of the signed receipt.
 * Nothing else is kept in memory, so a bag may be as large as it likes.
 */
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { receiptInside } from '$core/receipts/inside-pdf';
import { BlobReader, configure, TextWriter, ZipReader, type FileEntry } from '@zip.js/zip.js';

/** The signed receipt is text of a few thousand letters; more than this is none. */
const LONGEST_RECEIPT = 4_000_000;
const MOST_FILES = 10_000;

export type Unpacked =
  | {
      ok: true;
      /** Null for a sheet, which holds the receipt alone. */
      files: Array<{ path: string; sha256: string }> | null;
      jws: string | null;
      /** The receipt as it can be read, as the bag has it. */
      plain: string | null;
    }
  | { ok: false };

// This is a worker already.
configure({ useWebWorkers: false });

self.onmessage = async ({ data }: MessageEvent<Blob>) => {
  try {
    self.postMessage(
      await (isSheet(new Uint8Array(await data.slice(0, 5).arrayBuffer())) ? readSheet(data) : read(data))
    );
  } catch {
    self.postMessage({ ok: false } satisfies Unpacked);
  }
};

/** A PDF (ISO 32000-1, 7.5.2). */
const isSheet = (head: Uint8Array) => new TextDecoder('latin1').decode(head) === '%PDF-';
const LARGEST_SHEET = 20_000_000;

async function readSheet(sheet: Blob): Promise<Unpacked> {
  if (sheet.size > LARGEST_SHEET) return { ok: false };
  return { ok: true, files: null, jws: await receiptInside(new Uint8Array(await sheet.arrayBuffer())), plain: null };
}

async function read(zip: Blob): Promise<Unpacked> {
  const reader = new ZipReader(new BlobReader(zip));
  const entries = (await reader.getEntries()).filter((entry): entry is FileEntry => !entry.directory);
  if (entries.length > MOST_FILES) return { ok: false };
  const files: Array<{ path: string; sha256: string }> = [];
  const texts = new Map<string, string>();
  for (const entry of entries) {
    // Told from the bag's own folder on.
    const path = entry.filename.slice(entry.filename.indexOf('/') + 1);
    files.push({ path, sha256: await hashOf(entry) });
    if (/^receipt\.(jws|json)$/.test(path) && entry.uncompressedSize < LONGEST_RECEIPT)
      texts.set(path, await entry.getData(new TextWriter()));
  }
  await reader.close();
  return { ok: true, files, jws: texts.get('receipt.jws') ?? null, plain: texts.get('receipt.json') ?? null };
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
