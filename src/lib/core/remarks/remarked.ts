/** What can be set on sheets with the remarks in it: PDFs, photographs, and what is written as a page. */
export const isRemarkable = (piece: { kind: string; mediaType?: string }): boolean =>
  piece.kind === 'page' || ['application/pdf', 'image/jpeg', 'image/png'].includes(piece.mediaType ?? '');
