/**
 * The kinds of piece that a packet holds. Each is one module on each floor: its rules here, what becomes of it in
 * `server/pieces`, how it looks and how it is added in `ui/pieces`.
 */
export const KINDS = ['file', 'link', 'scan', 'recording', 'page', 'answers', 'portfolio', 'post'] as const;
export type PieceKind = (typeof KINDS)[number];

/** How a browser came by bytes that it sends: chosen, combined, scanned or recorded there. */
export const SENT = ['upload', 'combined', 'scanned', 'recorded'] as const;
export type Sent = (typeof SENT)[number];

/** How bytes came to a person's Shelf: sent, copied from a store elsewhere or from another file, written here. */
export const CAME = [...SENT, 'store', 'copy', 'written', 'answered', 'portfolio'] as const;
export type Came = (typeof CAME)[number];

/** The kind of piece that bytes are, by how they came. */
export const kindOfBytes = (came: Came): PieceKind => MADE[came] ?? 'file';
const MADE: Partial<Record<Came, PieceKind>> = {
  scanned: 'scan',
  recorded: 'recording',
  written: 'page',
  answered: 'answers',
  portfolio: 'portfolio'
};

/** Kinds that a brief can want. */
export const WANTED_KINDS = ['file', 'link', 'scan', 'recording', 'page'] as const;
export type WantedKind = (typeof WANTED_KINDS)[number];
