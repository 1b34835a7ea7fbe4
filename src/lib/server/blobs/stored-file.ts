/** Stored bytes under the name by which somebody knows them. Whoever holds one has been allowed to read it. */
export interface StoredFile {
  name: string;
  /** Their SHA-256 in hexadecimal, which is also their address in the store. */
  sha256: string;
  /** In bytes. */
  size: number;
  /** As read from the bytes, not as somebody called them. */
  mediaType: string;
}
