/** How a page is set: with serifs or without, and the space of its lines as a multiple of single. */
export interface SetAs {
  serif: boolean;
  spacing: number;
  /** It is to be filled by hand: what is empty is room to write. */
  room?: boolean;
}

/** How a place's wants have a page set. */
export const setAs = ({ font, spacing }: { font?: string | undefined; spacing?: number | undefined }): SetAs => ({
  serif: font !== undefined && SERIF.test(font),
  spacing: spacing ?? 1.25
});

/** Fonts that people name in a brief and that have serifs. */
const SERIF = /times|serif|roman|garamond|georgia|cambria|palatino|book|charter/i;
