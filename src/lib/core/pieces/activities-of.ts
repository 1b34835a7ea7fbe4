import type { Activity } from '../judging/credits';
import type { PieceView } from './piece';

/** What the pages among some pieces claim credit for, in their order; an entry that lies on two of them is claimed once. */
export function activitiesOf(pieces: readonly PieceView[]): Activity[] {
  const claimed = pieces.flatMap((piece) => (piece.kind === 'page' ? (piece.facts?.activities ?? []) : []));
  return [...new Map(claimed.map((one) => [one.id, one])).values()];
}
