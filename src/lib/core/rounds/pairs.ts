import type { PieceKind } from '../pieces/kinds';

/** A piece of a round, as two rounds are compared. `content`: its hash, or the address of a link from before links were frozen. */
export interface ComparedPiece {
  id: string;
  /** Null for the "also" place. */
  deliverableId: string | null;
  name: string;
  kind: PieceKind;
  content: string;
}

export type PairState = 'same' | 'renamed' | 'changed' | 'added' | 'removed';

/** What became of one piece from one round to another. */
export interface Pair<P extends ComparedPiece = ComparedPiece> {
  state: PairState;
  before: P | null;
  after: P | null;
}

/**
 * What became of each piece between two rounds.
 *
 * Pieces belong together by what they are, then by their name in their place, then as the only ones of a place that are
 * left; whatever finds no partner was added or removed.
 *
 * @returns in the order of the later round, what was removed last
 */
export function pairPieces<P extends ComparedPiece>(before: readonly P[], after: readonly P[]): Pair<P>[] {
  const left = new Set(before);
  const partner = new Map<P, P>();
  const match = (belongs: (old: P, piece: P) => boolean) => {
    for (const piece of after) {
      if (partner.has(piece)) continue;
      const old = [...left].find((one) => one.deliverableId === piece.deliverableId && belongs(one, piece));
      if (!old) continue;
      partner.set(piece, old);
      left.delete(old);
    }
  };
  match((old, piece) => old.content === piece.content && old.name === piece.name);
  match((old, piece) => old.content === piece.content);
  match((old, piece) => old.name === piece.name && old.kind === piece.kind);
  match((old, piece) => alone(left, old) && alone(unpaired(after, partner), piece) && old.kind === piece.kind);
  return [
    ...after.map((piece): Pair<P> => ({ ...paired(partner.get(piece) ?? null, piece) })),
    ...before
      .filter((piece) => left.has(piece))
      .map((piece): Pair<P> => ({ state: 'removed', before: piece, after: null }))
  ];
}

function paired<P extends ComparedPiece>(before: P | null, after: P): Pair<P> {
  if (before === null) return { state: 'added', before, after };
  if (before.content !== after.content) return { state: 'changed', before, after };
  return { state: before.name === after.name ? 'same' : 'renamed', before, after };
}

function alone<P extends ComparedPiece>(pieces: Iterable<P>, piece: P): boolean {
  return [...pieces].filter((one) => one.deliverableId === piece.deliverableId).length === 1;
}

function unpaired<P extends ComparedPiece>(pieces: readonly P[], partner: ReadonlyMap<P, P>): P[] {
  return pieces.filter((piece) => !partner.has(piece));
}

/** What is said of a pair. */
export function pairWords({ state, before, after }: Pair): string {
  switch (state) {
    case 'same':
      return 'The same in both';
    case 'renamed':
      return `The same, called ${before?.name} before`;
    case 'changed':
      return before?.name === after?.name ? 'Changed' : `Changed; ${before?.name} stood here before`;
    case 'added':
      return 'New in this round';
    case 'removed':
      return 'No longer there';
  }
}
