/** One row of a rubric. */
export interface Criterion {
  id: string;
  title: string;
  hint: string;
  levels: Level[];
}

export interface Level {
  id: string;
  title: string;
  says: string;
  points: number;
}

/** Where a class loses points on one row. */
export interface LostPoints {
  criterionId: string;
  /** Share of the row's points that returned works lost on average, 0 to 1. */
  share: number;
}

/** From so many returned works on, a class's figures point at nobody. */
export const ENOUGH_RETURNS = 5;

/** The most points that a row gives. */
export function mostPoints(criterion: Pick<Criterion, 'levels'>): number {
  return Math.max(0, ...criterion.levels.map((level) => level.points));
}

/**
 * Where this class most often loses points, the worst row first.
 *
 * @param judged for each row, how many returned works were judged on it and the points they got on average
 * @returns nothing for rows with fewer than five works, so that nobody can be picked out, nor for rows without points
 */
export function whereClassLoses(
  criteria: readonly Criterion[],
  judged: ReadonlyArray<{ criterionId: string; works: number; mean: number }>
): LostPoints[] {
  return criteria
    .flatMap((criterion) => {
      const most = mostPoints(criterion);
      const row = judged.find((one) => one.criterionId === criterion.id);
      if (!row || row.works < ENOUGH_RETURNS || most === 0) return [];
      return [{ criterionId: criterion.id, share: Math.min(1, Math.max(0, 1 - row.mean / most)) }];
    })
    .sort((a, b) => b.share - a.share);
}
