import type { JSONContent } from '@tiptap/core';
import { linksInside } from '../links/inside';
import type { Measures } from '../pages/measures';
import { pageFacts } from '../pages/page-facts';
import { walk } from '../pages/walk';
import type { LinkInside, PagePiece, PieceView } from './piece';

/** A page as it stands in its editor. `touched`: something was written since it was opened. */
export interface Written {
  page: JSONContent;
  length: Measures;
  touched: boolean;
}

/**
 * The piece that a page would be if it were closed now, for the checks. What only its bytes tell (whether it is the same as before,
 * how much of it is a handout) is what was known of it, and nothing once something was written.
 */
export function asWritten(piece: PagePiece, { page, length, touched }: Written): PagePiece {
  if (!touched) return piece;
  const { made } = piece.facts ?? {};
  return {
    ...piece,
    facts: { ...pageFacts(page), ...(made && { made }) },
    reading: { words: length.words, pages: length.sheets },
    links: linksOn(page, piece.links ?? []),
    same: piece.same && { rounds: [], piece: null, handedOut: null }
  };
}

/** Where a page leads to, with what was found there; what was not looked at yet has no verdict. */
export function linksOn(page: JSONContent, known: readonly LinkInside[]): LinkInside[] {
  const seen = new Map(known.map((link) => [link.url, link]));
  const [targets, words]: [string[], string[]] = [[], []];
  walk(page, ({ text = '', marks = [] }) => {
    words.push(text);
    for (const { type, attrs } of marks) if (type === 'link') targets.push(String(attrs?.href ?? ''));
    return true;
  });
  return linksInside(targets, words.join('\n')).map((url) => seen.get(url) ?? { url, verdict: null, at: null });
}

/** The page among some pieces that has this id; undefined where none of them is one. */
export const pageAmong = (pieces: readonly PieceView[], id: string): PagePiece | undefined =>
  pieces.find((piece): piece is PagePiece => piece.kind === 'page' && piece.id === id);
