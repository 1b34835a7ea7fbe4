import type { Holding, Standing } from '$core/packets/custody';

/** What the baton draws. Every part reads without colour. */
export interface BatonDrawing {
  /** Which seat is filled; none once settled. */
  seat: 'student' | 'teacher' | 'none';
  /** Which way the arrowhead on the bar points: the way the work last moved. */
  arrow: 'right' | 'left' | 'none';
  /** Settled closes the bar into a ring; a closed assignment ends it in a stop; a seal lies on it. */
  bar: 'open' | 'ring' | 'stop' | 'seal';
  /** A dot in the student's seat: a next round is being made while one stands. */
  alsoWorking: boolean;
}

/** The glyph for who holds the work. */
export function drawBaton(holding: Pick<Holding, 'holder' | 'standing' | 'lastMove'>): BatonDrawing {
  const { holder, standing, lastMove } = holding;
  const bars: Partial<Record<Standing, BatonDrawing['bar']>> = { settled: 'ring', closed: 'stop', sealed: 'seal' };
  return {
    seat: holder === 'nobody' ? 'none' : holder,
    arrow: standing === 'settled' || lastMove === null ? 'none' : lastMove === 'to-teacher' ? 'right' : 'left',
    bar: bars[standing] ?? 'open',
    alsoWorking: standing === 'revising'
  };
}

/** Name of a drawing in the file of all of them (`/batons.svg`). */
export function batonName({ seat, arrow, bar, alsoWorking }: BatonDrawing): string {
  return `baton-${seat}-${bar === 'open' ? arrow : bar}${alsoWorking ? '-also' : ''}`;
}
