/// <reference lib="webworker" />
/**
 * SHA-256 of a file, away from the page's thread. Files that fit in memory are hashed by the browser at once; larger ones
 * stretch by stretch as they are read.
 */
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';

const AT_ONCE = 64 * 1024 * 1024;

self.onmessage = async ({ data }: MessageEvent<{ no: number; file: Blob }>) => {
  const { no, file } = data;
  try {
    self.postMessage({ no, sha256: file.size <= AT_ONCE ? await whole(file) : await inStretches(file) });
  } catch {
    // The file was moved or taken away while it was read.
    self.postMessage({ no, sha256: null });
  }
};

async function whole(file: Blob): Promise<string> {
  return bytesToHex(new Uint8Array(await crypto.subtle.digest('SHA-256', await file.arrayBuffer())));
}

async function inStretches(file: Blob): Promise<string> {
  const hash = sha256.create();
  const reader = file.stream().getReader();
  for (let read = await reader.read(); !read.done; read = await reader.read()) hash.update(read.value);
  return bytesToHex(hash.digest());
}
