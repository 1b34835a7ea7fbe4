/** What a document says. */
export interface Reading {
  text: string;
  /** How many pages it has, where the file says it for certain. */
  pages: number | null;
  /** The web addresses that it leads to. */
  links: string[];
  words: number;
  /** By which the same text is known in another file; null where it is too short to tell. */
  textHash: string | null;
}
