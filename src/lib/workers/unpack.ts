/// <reference lib="webworker" />
/**
 * Reads a ZIP through once, as it streams: the hash of each file, and the text of the signed receipt. Nothing is kept in
 * memory but that, so a bag may be as large as it likes.
 */
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { Unzip, UnzipInflate, UnzipPassThrough, type UnzipFile } from 'fflate';

/** The signed receipt is text of a few thousand letters; more than this is none. */
const LONGEST_RECEIPT = 4_000_000;
const MOST_FILES = 10_000;

export type Unpacked = { ok: true; files: Array<{ path: string; sha256: string }>; jws: string | null } | { ok: false };

self.onmessage = async ({ data }: MessageEvent<Blob>) => {
  try {
    self.postMessage(await read(data));
  } catch {
    self.postMessage({ ok: false } satisfies Unpacked);
  }
};

async function read(zip: Blob): Promise<Unpacked> {
  const files: Array<{ path: string; sha256: string }> = [];
  let jws: string | null = null;
  const unzip = new Unzip((file) => {
    if (files.length >= MOST_FILES) throw new Error('There are too many files in it.');
    follow(file, (path, hash, text) => {
      files.push({ path, sha256: hash });
      if (path === 'receipt.jws') jws = text;
    });
  });
  unzip.register(UnzipInflate);
  unzip.register(UnzipPassThrough);
  const reader = zip.stream().getReader();
  for (let part = await reader.read(); !part.done; part = await reader.read()) unzip.push(part.value);
  unzip.push(new Uint8Array(0), true);
  return { ok: true, files, jws };
}

/** Hashes one file as it comes. Its path is told from the bag's own folder on. */
function follow(file: UnzipFile, done: (path: string, sha256: string, text: string) => void): void {
  if (file.name.endsWith('/')) return;
  const path = file.name.slice(file.name.indexOf('/') + 1);
  const hash = sha256.create();
  const decoder = new TextDecoder();
  let text = '';
  file.ondata = (error, chunk, final) => {
    if (error) throw error;
    hash.update(chunk);
    if (path === 'receipt.jws' && text.length < LONGEST_RECEIPT) text += decoder.decode(chunk, { stream: true });
    if (final) done(path, bytesToHex(hash.digest()), text);
  };
  file.start();
}
