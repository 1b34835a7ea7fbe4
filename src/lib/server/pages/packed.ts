import { deflateRawSync, inflateRawSync } from 'node:zlib';
import { LARGEST_STATE } from '$core/pages/bounds';
import type { Update } from '$core/pages/merge';

/** What stands before what is kept: as it came, or packed (DEFLATE, RFC 1951). */
const [PLAIN, PACKED] = [0, 1];
/** Shorter ones gain nothing. */
const WORTH = 300;

/** Something written, as the database keeps it. Writings are many and alike: packed they take a fifth. */
export function packed(update: Update): Buffer {
  if (update.length < WORTH) return Buffer.concat([Buffer.of(PLAIN), update]);
  return Buffer.concat([Buffer.of(PACKED), deflateRawSync(update)]);
}

export function unpacked(kept: Uint8Array): Update {
  const rest = kept.subarray(1);
  return kept[0] === PACKED ? inflateRawSync(rest, { maxOutputLength: 4 * LARGEST_STATE }) : rest;
}
