/** Longest search that is looked at; beyond it nobody types. */
const LONGEST = 120;
const MOST_WORDS = 8;

/**
 * What someone typed, made fit for PostgreSQL's text search: every word must be there, the last one may be a beginning.
 * Nothing of what was typed is read as an operator.
 *
 * @returns null where there is nothing to search for
 */
export function searchTerms(typed: string): { text: string; words: string[]; prefixQuery: string } | null {
  const words = (
    typed
      .slice(0, LONGEST)
      .toLowerCase()
      .match(/[\p{L}\p{N}]+/gu) ?? []
  ).slice(0, MOST_WORDS);
  if (words.length === 0) return null;
  const last = words.length - 1;
  const prefixQuery = words.map((word, i) => (i === last ? `${word}:*` : word)).join(' & ');
  return { text: words.join(' '), words, prefixQuery };
}

/** A pattern for `like` that finds the text anywhere: its own wildcards stand for themselves. */
export function likely(text: string): string {
  return `%${text.replace(/[\\%_]/g, '\\$&')}%`;
}
