import type { Moment } from '../time/moment';
import type { CustodyEvent } from './events';

/** One move on a track, as its log tells it: from which stage to which, past the last one where that is null. */
export interface TrackMove {
  at: Moment;
  from: string;
  to: string | null;
  back: boolean;
  /** The office that moved it; null where the course's teachers did. */
  office: string | null;
  remark: string;
}

/** How a packet came to its stage, the latest move first. Moves that were undone at once are not told. */
export function trackMoves(log: readonly CustodyEvent[]): TrackMove[] {
  const moves: TrackMove[] = [];
  /** The last return was a move. */
  let moved = false;
  for (const event of log) {
    if (event.type === 'return-undone' && moved) moves.shift();
    if (event.type === 'returned' || event.type === 'return-undone') moved = false;
    if (event.type !== 'stage-moved') continue;
    const { at, from, to, back, goes, remark } = event;
    moved = goes !== 'office';
    moves.unshift({ at, from: from.title, to: to?.title ?? null, back, office: from.office, remark });
  }
  return moves;
}
