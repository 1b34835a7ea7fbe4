/** A text that is brought into a page: HTML of what a page can hold, or Markdown. Pictures stand in it by their number. */
export interface Brought {
  html: string | null;
  markdown: string | null;
  pictures: Uint8Array[];
}
