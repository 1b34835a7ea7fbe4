/** Words that stand together, by which two texts are held against each other. */
const TOGETHER = 4;

/**
 * How much of one text stands in another one, word for word: the share of its stretches of four words that the other has
 * too. Spaces, capitals and punctuation make no difference.
 *
 * @returns 0 to 1; 0 for a text that is too short to tell
 */
export function likeness(text: string, other: string): number {
  const own = stretches(text);
  if (own.length === 0) return 0;
  const known = new Set(stretches(other));
  return own.filter((stretch) => known.has(stretch)).length / own.length;
}

function stretches(text: string): string[] {
  const words = plainWords(text);
  return words.slice(TOGETHER - 1).map((_, i) => words.slice(i, i + TOGETHER).join(' '));
}

/** The words of a text alone, in lower case. */
export function plainWords(text: string): string[] {
  return text.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? [];
}

/** From this share on, a file is almost what was handed out. */
export const ALMOST = 0.9;
