import type { Anchor } from './remarks';

/** A remark as it is written into a document. `at`: milliseconds since the epoch. */
export interface Annotated {
  anchor: Anchor;
  body: string;
  by: string;
  at: number;
  criterion: string | null;
}

/** What can be set on sheets with the remarks in it: PDFs, photographs, and what is written as a page. */
export const isRemarkable = (piece: { kind: string; mediaType?: string }): boolean =>
  piece.kind === 'page' || ['application/pdf', 'image/jpeg', 'image/png'].includes(piece.mediaType ?? '');
