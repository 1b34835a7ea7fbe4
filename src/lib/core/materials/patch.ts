/** Bytes that take the place of others at one point of a file; it stays as long as it was. */
export interface Patch {
  at: number;
  bytes: Uint8Array;
}
